import type { LessonView } from "@/core/log/view";
import { plural } from "@/core/text/lists";

/** The peg's moves in a lesson, with what each one rests on. */
export function PegMoves({
	view,
	nameOf,
}: {
	view: LessonView;
	/** Names the student of each move, where more than one was there. */
	nameOf?: ((student: string | null) => string | undefined) | undefined;
}) {
	if (view.moves.length === 0) return null;
	const name = (rung: string | null) =>
		view.sets.flatMap((set) => set.placing.order).find((r) => r.id === rung)?.name ?? "a removed rung";
	return (
		<section aria-label="Peg moves" className="mt-2">
			<h2>The peg</h2>
			<ul className="m-0 ps-3">
				{view.moves.map((move) => (
					<li key={move.id}>
						{nameOf && <b dir="auto">{nameOf(move.student)}: </b>}
						<span dir="auto">{name(move.body.from)}</span> → <b dir="auto">{name(move.body.to)}</b>: {move.body.reason}
						{move.body.evidence.length > 0 && `, on ${plural(move.body.evidence.length, "try")}`}
						{view.unfounded.has(move.id) && <span className="asks"> · its tries were removed</span>}
					</li>
				))}
			</ul>
		</section>
	);
}
