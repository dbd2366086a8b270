import type { Sketch } from "@/core/ladder/sketch";
import { type Sees, SketchView } from "@/screens/ladders/SketchView";
import { Drawer } from "./Drawer";

/** Who and what stands where on this rung, from the side that is worked on. */
export const SetUpDrawer = ({ sketch, sees, onClose }: { sketch: Sketch; sees: Sees; onClose: () => void }) => (
	<Drawer title="Set-up" onClose={onClose}>
		<SketchView sketch={sketch} sees={sees} />
	</Drawer>
);
