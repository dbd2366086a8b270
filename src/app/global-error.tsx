"use client";

/** The frame around all pages failed: in words, with what the browser draws by itself. */
export default function FrameError({ reset }: { error: Error; reset: () => void }) {
	return (
		<html lang="en">
			<body>
				<h1>This page did not load</h1>
				<p>Everything you counted and wrote is safe.</p>
				<button type="button" onClick={reset}>
					try again
				</button>
			</body>
		</html>
	);
}
