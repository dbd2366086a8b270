import { ruleSentence } from "@/core/rules";
import { plural } from "@/core/text/lists";
import { TryMark, tryWords } from "@/ui/Marks";
import { useLive } from "../LiveContext";
import { Causes } from "./Causes";
import { Drawer } from "./Drawer";
import css from "./drawer.module.css";
import { RaiseLoad } from "./RaiseLoad";

/** Why the advice says so: its sentence, the rule, and the attempts it rests on. */
export function EvidenceDrawer() {
	const { advice, visit, short } = useLive().board;
	const resting = visit.tries.filter((t) => advice.evidence.includes(t.id));
	return (
		<Drawer title={advice.title}>
			<p className="m-0">{advice.reason}</p>
			<p className="m-0 mute">
				Rule: {ruleSentence(visit.rule)}, at most {plural(visit.verdict.allowed, "try")} a day.
			</p>
			{advice.position && <Causes position={advice.position} />}
			{advice.line === "load" && <RaiseLoad />}
			{resting.length === 0 && advice.line !== "load" && <p className="m-0">This is not based on single tries.</p>}
			{resting.map((t) => (
				<div key={t.id} className={css.tryRow}>
					<b>{visit.tries.indexOf(t) + 1}</b>
					<TryMark t={t} />
					{tryWords(t, short)}
				</div>
			))}
		</Drawer>
	);
}
