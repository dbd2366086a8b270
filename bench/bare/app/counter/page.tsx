"use client";

import { useState } from "react";

/** A number and a button that raises it: what a count costs in this framework at the least. */
export default function Counter() {
	const [count, setCount] = useState(0);
	return (
		<>
			<output data-testid="used">{count}</output>
			<button type="button" data-field="good" onClick={() => setCount(count + 1)}>
				good
			</button>
		</>
	);
}
