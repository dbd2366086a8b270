import type { Instrumentation } from "next";

/** Once, when the server begins: what is asked for is watched, and what fails is told without anybody's words. */
export async function register(): Promise<void> {
	if (process.env.NEXT_RUNTIME !== "nodejs" || process.env.NODE_ENV !== "production") return;
	const { watchRequests } = await import("./server/watch");
	const { errorFacts, log } = await import("./server/log");
	watchRequests();
	// The framework tells of an error with its words, and a database's has what was to be written in them.
	console.error = (...said: unknown[]) => {
		const error = said.find((one) => one instanceof Error);
		log.error(error ? errorFacts(error) : {}, "failed");
	};
}

export const onRequestError: Instrumentation.onRequestError = async (error, _request, { routePath, routeType }) => {
	if (process.env.NEXT_RUNTIME !== "nodejs") return;
	const { errorFacts, log } = await import("./server/log");
	log.error({ place: routePath, of: routeType, ...errorFacts(error) }, "failed");
};
