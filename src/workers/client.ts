import { type Remote, wrap } from "comlink";
import type { Engine } from "./engine";

let remote: Remote<Engine> | null = null;

/** The engine in its worker, started when it is first asked. */
export function engine(): Remote<Engine> {
	remote ??= wrap<Engine>(new Worker(new URL("./engine.ts", import.meta.url), { type: "module" }));
	return remote;
}
