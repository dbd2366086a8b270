import { HELD_BACK } from "@/core/commands/marks";
import type { Gate } from "@/core/ladder/rung";

/** What can be marked of a try whose fields or keys say something else. */
export interface Mark {
	id: string;
	label: string;
	/** Key that touches it. */
	key?: string;
}

const KEYS = "zxvbw";

export function marksFor(gate: Gate, positions: readonly { id: string; short: string }[]): Mark[] {
	const faults = positions.map(({ id, short }, i) => ({ id, label: short, ...(KEYS[i] ? { key: KEYS[i] } : {}) }));
	return gate === "commitment" ? [...faults, { id: HELD_BACK, label: "held back", key: "h" }] : faults;
}
