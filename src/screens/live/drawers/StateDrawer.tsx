import { stateMarks } from "@/core/log/kinds";
import type { Acts } from "../useActs";
import { Choice, Choices, Drawer } from "./Drawer";

/** Two touches, no try: state, then which. */
export function StateDrawer({ acts, onClose }: { acts: Acts; onClose: () => void }) {
	return (
		<Drawer title="How is the student?" onClose={onClose}>
			<Choices>
				{stateMarks.map((mark) => (
					<Choice
						key={mark}
						onClick={() => {
							acts.state(mark);
							onClose();
						}}
					>
						{mark}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
