"use client";

import { cutText } from "@/core/text/fields";
import { useDone, useLive } from "../LiveContext";
import { Choice, Choices, Drawer } from "./Drawer";
import { OneLine } from "./OneLine";

/** Noticed and left alone for now. */
export function ParkDrawer() {
	const { board, acts } = useLive();
	const done = useDone();
	const park = (words: string) => done(() => acts.park(cutText(words, 1000)))();
	return (
		<Drawer title="Park for later">
			<Choices>
				{board.set.placing.positions.map((position) => (
					<Choice key={position.id} onClick={() => park(`Check ${position.name}: ${position.fault || "off"}`)}>
						{position.short}
					</Choice>
				))}
				<Choice onClick={() => park("Check the kit")}>kit</Choice>
				<Choice onClick={() => park("Talk about confidence")}>confidence</Choice>
			</Choices>
			<OneLine label="In your own words" placeholder="in your own words" most={1000} does="park" onTake={park} />
		</Drawer>
	);
}
