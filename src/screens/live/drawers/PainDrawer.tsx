import { bodyParts } from "@/core/people/body";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";

/** Where it hurts: it ends the work on this rung. */
export function PainDrawer() {
	const { acts } = useLive();
	const done = useDone();
	return (
		<Drawer title="Stop. Where does it hurt?">
			<p className="m-0">
				Stop work on this rung. The rules of your sport’s governing body, the venue and licensed professionals come
				first.
			</p>
			<Choices>
				{bodyParts.map((name) => (
					<Choice key={name} onClick={done(() => acts.pain(name))}>
						{name}
					</Choice>
				))}
			</Choices>
		</Drawer>
	);
}
