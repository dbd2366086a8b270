import { type Remote, wrap } from "comlink";
import type { Keeper } from "./keeper";
import type { Keepers } from "./worker";

/** One worker a page, for all its lessons; it ends with the page, when what it was given is stored. */
interface Beside {
	keepers: Remote<Keepers>;
	/** Rejects when the worker could not even be loaded. */
	broken: Promise<never>;
}

let beside: Beside | null = null;

function startBeside(): Beside {
	const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
	const broken = new Promise<never>((_, reject) => {
		worker.addEventListener("error", () => reject(new Error("the worker did not start")), { once: true });
	});
	broken.catch(() => undefined);
	return { keepers: wrap<Keepers>(worker), broken };
}

/** The keeper of a lesson, in its worker; in this page where no worker starts. */
export function keeperBeside(lesson: string): Keeper {
	beside ??= startBeside();
	const { keepers, broken } = beside;
	const made: Promise<Keeper> = Promise.race([keepers.of(lesson) as Promise<unknown> as Promise<Keeper>, broken]).catch(
		async () => new (await import("./keeper")).LessonKeeper(lesson),
	);
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
