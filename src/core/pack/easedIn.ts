import type { LessonView } from "@/core/log/view";
import { cutText } from "@/core/text/fields";
import type { Pack, PackLadder } from "./pack";

/** A pack as the lesson has it: what was eased or lifted in this lesson holds in it at once. */

const seen = new WeakMap<Pack, { words: number; pack: Pack }>();

/** The same object as long as nothing more was said. */
export function easedIn(pack: Pack, { easings }: Pick<LessonView, "easings">): Pack {
	if (easings.length === 0) return pack;
	const known = seen.get(pack);
	if (known?.words === easings.length) return known.pack;
	const now = { ...pack, ladders: pack.ladders.map((ladder) => withEasings(ladder, easings)) };
	seen.set(pack, { words: easings.length, pack: now });
	return now;
}

function withEasings(ladder: PackLadder, easings: LessonView["easings"]): PackLadder {
	const own = new Map(
		easings.flatMap(({ ladder: on, rung, body }) => (on === ladder.id && rung ? [[rung, body]] : [])),
	);
	if (own.size === 0) return ladder;
	const others = (ladder.limits ?? []).filter(({ rung, by }) => by !== "coach" || !own.has(rung));
	const eased = [...own].flatMap(([rung, { on, reason }]) => {
		const easier = ladder.rungs.find(({ id }) => id === rung)?.settings.easier;
		return on && easier && !others.some((one) => one.rung === rung)
			? [
					{
						rung,
						what: "eased" as const,
						by: "coach" as const,
						reason: cutText(reason || `Do “${easier}” instead.`, 200),
					},
				]
			: [];
	});
	return { ...ladder, limits: [...others, ...eased] };
}
