"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import { pegIn } from "@/core/commands/peg";
import type { LessonView, Visit } from "@/core/log/view";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import { list, plural } from "@/core/text/lists";
import { keepRung, keepWatched } from "@/server/fromLesson";
import { orRefusal } from "@/ui/answered";
import css from "@/ui/facts.module.css";
import Link from "@/ui/Link";

interface KeptSetting {
	key: string;
	words: string;
	button: string;
	done: string;
	keep: () => ReturnType<typeof keepWatched>;
}

/** What was made up in the lesson and is on no ladder yet: other positions watched, a drill thought of just then. */
export function KeepForLadder({ view, pack }: { view: LessonView; pack: Pack }) {
	const [said, setSaid] = useState<Record<string, string>>({});
	const latest = new Map(
		view.visits
			.filter(({ ladder, tries, elsewhere }) => ladder && tries.length > 0 && elsewhere !== "warm-up")
			.map((visit) => [`${visit.ladder}/${visit.rung}`, visit] as const),
	);
	const all = [...latest.values()].flatMap((visit) => {
		const ladder = pack.ladders.find(({ id }) => id === visit.ladder);
		const one = ladder && offered(view, visit, ladder);
		return one ? [one] : [];
	});
	const named = namedToday(view, pack);
	if (all.length + named.length === 0) return null;
	return (
		<section className={css.rung} aria-label="New today">
			<h2>New today</h2>
			{all.map(({ key, words, button, done, keep }) => (
				<p key={key} className="mb-1" dir="auto">
					{words}{" "}
					{said[key] === done ? (
						<span role="status">{done}</span>
					) : (
						<>
							<Button
								variant="outline-primary"
								size="sm"
								onClick={async () => {
									const outcome = await orRefusal(keep());
									const words = outcome.ok ? done : (outcome.refusals[0]?.sentence ?? "It was not saved.");
									setSaid((before) => ({ ...before, [key]: words }));
								}}
							>
								{button}
							</Button>{" "}
							{said[key] && <span role="alert">{said[key]}</span>}
						</>
					)}
				</p>
			))}
			{named.map(({ id, name, times, skill }) => (
				<p key={id} className="mb-1" dir="auto">
					“{name}” was off {plural(times, "time")} and is not a key position yet.{" "}
					<Link href={`/skills/${skill}`}>add a position to the skill</Link>
				</p>
			))}
		</section>
	);
}

/** What was off under a name given in the lesson, and is written down nowhere. */
function namedToday(view: LessonView, pack: Pack): { id: string; name: string; times: number; skill: string }[] {
	const named = new Map<string, { id: string; name: string; times: number; skill: string }>();
	for (const visit of view.visits) {
		const ladder = pack.ladders.find(({ id }) => id === visit.ladder);
		const known = new Set(ladder?.positions.map(({ id }) => id));
		for (const { position, name } of visit.tries.flatMap(({ body }) => body.off))
			if (name && ladder?.skillId && !known.has(position)) {
				const times = (named.get(name)?.times ?? 0) + 1;
				named.set(name, { id: position, name, times, skill: ladder.skillId });
			}
	}
	return [...named.values()];
}

function offered(view: LessonView, visit: Visit, ladder: PackLadder): KeptSetting | null {
	const { settings, positions } = visit.placing;
	const rung = ladder.rungs.find(({ id }) => id === visit.rung);
	const key = `${ladder.id}/${visit.rung}`;
	if (!rung)
		return {
			key,
			words: `“${settings.name}” is on no ladder yet.`,
			button: "add the rung below the peg",
			done: "Added to the ladder.",
			keep: () => keepRung(ladder.id, { id: visit.rung, settings }, pegIn(view, ladder)),
		};
	const same = [...settings.watch].sort().join() === [...rung.settings.watch].sort().join();
	return same
		? null
		: {
				key,
				words: `On ${readOn(ladder, settings.name)} you watched ${list(positions.map(({ short }) => short)) || "nothing"}.`,
				button: "watch the same on the ladder from now on",
				done: "The ladder watches the same from now on.",
				keep: () => keepWatched(ladder.id, visit.rung, settings.watch),
			};
}
