import { type Remote, wrap } from "comlink";
import type { Forecasts } from "./forecasts";

let remote: Remote<Forecasts> | null = null;

/** Forecasts in a worker of their own: no lesson needs them. */
export function forecasts(): Remote<Forecasts> {
	remote ??= wrap<Forecasts>(new Worker(new URL("./forecasts.ts", import.meta.url), { type: "module" }));
	return remote;
}
