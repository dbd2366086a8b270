import type { Refusal } from "@/core/refusals/refusals";
import { MAX_LIMIT } from "./analyse";
import type { Ask } from "./wald";

export function refusalsOf(ask: Ask): Refusal[] {
	const said: Refusal[] = [];
	const complain = (path: string, sentence: string) => said.push({ path, sentence });
	for (const [field, name] of [
		["notReady", "Not ready"],
		["ready", "Ready"],
	] as const)
		if (!(ask[field] >= 0.01 && ask[field] <= 0.99))
			complain(
				field,
				`${name} is ${ask[field]}; a rate from 0.01 to 0.99 is needed, ${ask[field] > 0.99 ? 0.99 : 0.01} is the nearest.`,
			);
	for (const [field, name] of [
		["riskPass", "The risk of passing the one not ready"],
		["riskHold", "The risk of holding back a ready student"],
	] as const)
		if (!(ask[field] >= 0.001 && ask[field] <= 0.49))
			complain(
				field,
				`${name} is ${ask[field]}; from 0.001 to 0.49 is possible, ${ask[field] > 0.49 ? 0.49 : 0.001} is the nearest.`,
			);
	if (!Number.isInteger(ask.limit) || ask.limit < 1 || ask.limit > MAX_LIMIT)
		complain("limit", `Rep limit is ${ask.limit}; a whole number from 1 to ${MAX_LIMIT} is needed.`);
	if (said.length === 0 && ask.ready - ask.notReady < 0.02)
		complain(
			"ready",
			`Ready is ${ask.ready}, not ready ${ask.notReady}; ready must be higher by 0.02 at least, so ${Math.min(0.99, ask.notReady + 0.02).toFixed(2)} or more.`,
		);
	return said;
}
