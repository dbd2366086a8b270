"use client";

import Button from "react-bootstrap/Button";
import { late } from "./late";

/** Lines over time, fetched when a page draws them: the chart library is on no other page. */
export const DrawnLines = late(
	() => import("./TimeLines").then(({ TimeLines }) => TimeLines),
	({ onAgain }) => (
		<p>
			The lines did not load.{" "}
			<Button variant="link" onClick={onAgain}>
				try again
			</Button>
		</p>
	),
);
