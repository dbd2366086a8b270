import type { Sketch } from "@/core/ladder/sketch";
import { SketchView } from "@/screens/ladders/SketchView";
import { useLive } from "../LiveContext";
import { Drawer } from "./Drawer";

/** Who and what stands where on this rung, from the side that is worked on. */
export function SetUpDrawer() {
	const { ladder, set } = useLive().board;
	const { settings, side } = set.placing;
	if (!settings.sketch) return null;
	return (
		<Drawer title="Set-up">
			<SketchView
				sketch={settings.sketch as Sketch}
				sees={{ side, strong: ladder?.strong ?? "right", unit: ladder?.unit ?? "m" }}
			/>
		</Drawer>
	);
}
