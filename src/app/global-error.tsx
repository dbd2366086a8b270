"use client";

/** The frame around all pages failed: in words, with what the browser draws by itself. */
export default function FrameError({ reset }: { error: Error; reset: () => void }) {
	return (
		<html lang="en">
			<body>
				<h1>This page could not be drawn</h1>
				<p>What was counted and written is kept; nothing of it is lost by this.</p>
				<button type="button" onClick={reset}>
					try again
				</button>
			</body>
		</html>
	);
}
