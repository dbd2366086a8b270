import { stateMarks } from "@/core/log/kinds";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";

/** Two touches, no try: state, then which. */
export function StateDrawer() {
	const { acts } = useLive();
	const done = useDone();
	return (
		<Drawer title="How is the student?">
			<Choices>
				{stateMarks.map((mark) => (
					<Choice key={mark} onClick={done(() => acts.state(mark))}>
						{mark}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
