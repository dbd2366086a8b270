import { parse } from "@/core/refusals/refusals";
import { jsonTrouble } from "@/core/text/json";
import { StudentAct } from "./acts";
import { practisedLabels } from "./kinds";

/** What of a thing that was sent as acts can be read. */
export interface ReadActs {
	acts: StudentAct[];
	/** Written in a way this version does not know. */
	unread: { id: string; raw: unknown; reason: string }[];
	/** No database keeps it letter by letter, though it may be an act. */
	unkeepable: { id: string; raw: unknown; reason: string }[];
}

/** Reads what a student's page sent, each by itself. Never throws. */
export function readActs(raws: readonly unknown[]): ReadActs {
	const read: ReadActs = { acts: [], unread: [], unkeepable: [] };
	for (const raw of raws) {
		const id = idIn(raw);
		const trouble = jsonTrouble(raw);
		if (trouble) {
			read.unkeepable.push({ id, raw, reason: trouble });
			continue;
		}
		const act = parse(StudentAct, raw, practisedLabels);
		if (act.ok) read.acts.push(act.value);
		else read.unread.push({ id, raw, reason: act.refusals[0]?.sentence ?? "The entry is damaged." });
	}
	return read;
}

const idIn = (raw: unknown): string => {
	const id = typeof raw === "object" && raw !== null ? (raw as { id?: unknown }).id : "";
	return typeof id === "string" ? id.slice(0, 64) : "";
};
