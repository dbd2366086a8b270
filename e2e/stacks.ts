/**
 * Playwright asks where it stands at each step it takes, and every frame of it is mapped back to its source by then,
 * fifty at a time, its own among them, which have none: a quarter of what its workers do. Only ours are mapped here.
 */
const map = Error.prepareStackTrace;
if (map)
	Error.prepareStackTrace = (error, frames) => {
		const line = (frame: NodeJS.CallSite): string => {
			if (frame.getFileName()?.includes("/node_modules/")) return `\n    at ${String(frame).replace("async ", "")}`;
			const mapped = String(map(error, [frame]));
			return mapped.slice(mapped.lastIndexOf("\n    at "));
		};
		return `${error}${frames.map(line).join("")}`;
	};
