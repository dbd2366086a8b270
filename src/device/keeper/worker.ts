import { expose, proxy } from "comlink";
import { LessonKeeper } from "./keeper";

const keepers = { of: (lesson: string) => proxy(new LessonKeeper(lesson)) };

export type Keepers = typeof keepers;

expose(keepers);
