import { expose, proxy } from "comlink";
import { LessonStorage } from "./lessonStorage";

const storageWorker = { of: (lesson: string) => proxy(new LessonStorage(lesson)) };

export type StorageWorker = typeof storageWorker;

expose(storageWorker);
