"use client";

import { useState } from "react";

/** A number and the words of it: what typing costs in this framework at the least. */
export default function Form() {
	const [good, setGood] = useState("9");
	return (
		<form>
			<label>
				good <input type="number" value={good} onChange={(event) => setGood(event.target.value)} />
			</label>
			<p>{good} good</p>
		</form>
	);
}
