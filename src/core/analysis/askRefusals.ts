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
			complain(field, `${name}: enter a rate from 0.01 to 0.99, not ${ask[field]}.`);
	for (const [field, name] of [
		["riskPass", "The risk of passing a student who is not ready"],
		["riskHold", "The risk of holding back a ready student"],
	] as const)
		if (!(ask[field] >= 0.001 && ask[field] <= 0.49))
			complain(field, `${name}: enter a number from 0.001 to 0.49, not ${ask[field]}.`);
	if (!Number.isInteger(ask.limit) || ask.limit < 1 || ask.limit > MAX_LIMIT)
		complain("limit", `Limit: enter a whole number from 1 to ${MAX_LIMIT}, not ${ask.limit}.`);
	if (said.length === 0 && ask.ready - ask.notReady < 0.02)
		complain(
			"ready",
			`Ready (${ask.ready}) must be at least 0.02 above not ready (${ask.notReady}): enter ${Math.min(0.99, ask.notReady + 0.02).toFixed(2)} or more.`,
		);
	return said;
}
