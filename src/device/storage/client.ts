import { type Remote, wrap } from "comlink";
import type { LessonStorageApi } from "./lessonStorage";
import type { StorageWorker } from "./worker";

/** One worker a page, for all its lessons; it ends with the page, when what it was given is stored. */
interface WorkerHandle {
	storageWorker: Remote<StorageWorker>;
	/** Rejects when the worker could not even be loaded. */
	broken: Promise<never>;
}

let handle: WorkerHandle | null = null;

function startWorker(): WorkerHandle {
	const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
	const broken = new Promise<never>((_, reject) => {
		worker.addEventListener("error", () => reject(new Error("the worker did not start")), { once: true });
	});
	broken.catch(() => undefined);
	return { storageWorker: wrap<StorageWorker>(worker), broken };
}

/** The storage of a lesson, in its worker; in this page where no worker starts. */
export function storageInWorker(lesson: string): LessonStorageApi {
	handle ??= startWorker();
	const { storageWorker, broken } = handle;
	const made: Promise<LessonStorageApi> = Promise.race([
		storageWorker.of(lesson) as Promise<unknown> as Promise<LessonStorageApi>,
		broken,
	]).catch(async () => new (await import("./lessonStorage")).LessonStorage(lesson));
	return {
		open: async (studio) => (await made).open(studio),
		fetchPack: async () => (await made).fetchPack(),
		welcome: async (pack, known) => (await made).welcome(pack, known),
		append: async (drafts, when, actor) => (await made).append(drafts, when, actor),
		exchange: async (known) => (await made).exchange(known),
		events: async () => (await made).events(),
		tidy: async (today) => (await made).tidy(today),
	};
}
