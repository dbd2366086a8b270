import { demoLog } from "@demo/lessons";

const t = Date.now();
const l = demoLog("2026-11-27");
console.log(l.length, Date.now() - t);
