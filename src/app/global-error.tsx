"use client";

import { Amiss } from "@/screens/offline/Amiss";
import "./theme.scss";

/** The frame around all pages failed: the same words, in a frame of their own. */
export default function FrameError({ reset }: { error: Error; reset: () => void }) {
	return (
		<html lang="en">
			<body>
				<Amiss onAgain={reset} />
			</body>
		</html>
	);
}
