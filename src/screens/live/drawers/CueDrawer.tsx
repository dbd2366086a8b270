import type { Visit } from "@/core/log/lesson";
import { firstCue } from "@/core/skill/skill";
import { plural } from "@/core/words/numbers";
import type { Acts } from "../useActs";
import { Choice, Choices, Drawer } from "./Drawer";

/** Cues for the watched positions, the one the advice would offer first; questions and confirmations apart. */
export function CueDrawer({ visit, acts, onClose }: { visit: Visit; acts: Acts; onClose: () => void }) {
	const given = (words: string) =>
		visit.entries.filter(({ event }) => event.kind === "feedback" && event.body.cue?.text === words).length;
	const say = (...body: Parameters<Acts["feedback"]>) => {
		acts.feedback(...body);
		onClose();
	};
	return (
		<Drawer title="What was said" onClose={onClose}>
			{visit.placing.positions.map((position) => {
				const first = firstCue(position.cues);
				const cues = first ? [first, ...position.cues.filter((cue) => cue !== first)] : [];
				return (
					<section key={position.id} aria-label={position.name}>
						<h2 dir="auto">{position.name}</h2>
						<div className="d-flex flex-column gap-1">
							{cues.map((cue) => (
								<Choice
									key={cue.text}
									small={`${cue.kind}${given(cue.text) ? ` · given ${plural(given(cue.text), "time")}` : ""}`}
									onClick={() => say({ type: "correction", position: position.id, cue })}
								>
									<span dir="auto">{cue.text}</span>
								</Choice>
							))}
						</div>
						<Choices>
							<Choice onClick={() => say({ type: "correction", position: position.id, cue: null })}>
								in own words
							</Choice>
							<Choice onClick={() => say({ type: "question", position: position.id, cue: null })}>asked</Choice>
							<Choice onClick={() => say({ type: "confirmation", position: position.id, cue: null })}>
								“that was it”
							</Choice>
						</Choices>
					</section>
				);
			})}
			<Choices>
				<Choice onClick={() => say({ type: "correction", position: null, cue: null })}>something else</Choice>
				<Choice onClick={() => say({ type: "question", position: null, cue: null })}>asked: what did you feel?</Choice>
				<Choice onClick={() => say({ type: "confirmation", position: null, cue: null })}>well done</Choice>
			</Choices>
		</Drawer>
	);
}
