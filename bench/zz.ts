import { manyLessons } from "./manyLessons";

console.time("small");
console.log(await manyLessons(".data/bench/1000000.db", { attempts: 1_000_000, copies: 6 }));
console.timeEnd("small");
