"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { type RecordsPage, resetDemo } from "@/doors/records";
import { Bench } from "@/ui/Bench";
import css from "@/ui/rows.module.scss";

/** What was set aside, and the demo's reset. */
export function Records({ studio, aside }: RecordsPage) {
	const router = useRouter();
	const [state, setState] = useState<"idle" | "asking" | "busy" | "done">("idle");
	return (
		<Bench
			margin={
				<p className="mute">
					Nothing that a screen has shown as kept is ever dropped. What could not be taken in stays here, word for word,
					with its reason.
				</p>
			}
		>
			<h1>Records</h1>
			<h2 className="mt-4">Set aside</h2>
			{aside.length === 0 && <p className="mute">Nothing is set aside.</p>}
			<ul className={css.plain}>
				{aside.map((one) => (
					<li key={one.n}>
						<b>{one.reason}</b>
						<div className="mute">
							Number {one.dseq} of device {one.device.slice(0, 8)}, arrived{" "}
							{one.arrivedAt.slice(0, 16).replace("T", " ")} UTC
						</div>
						<details>
							<summary>its words</summary>
							<pre style={{ whiteSpace: "pre-wrap", overflowWrap: "anywhere" }}>{one.raw.slice(0, 4000)}</pre>
						</details>
					</li>
				))}
			</ul>
			{studio.demo && (
				<>
					<h2 className="mt-4">The demo studio</h2>
					<p>
						Everything in it is made up. Making it anew throws away what you changed and counted in it, on every device.
					</p>
					{state === "asking" ? (
						<p className="d-flex gap-2 align-items-center">
							<Button
								onClick={async () => {
									setState("busy");
									await resetDemo();
									setState("done");
									router.refresh();
								}}
							>
								make it anew, and lose the changes
							</Button>
							<Button variant="link" onClick={() => setState("idle")}>
								leave it
							</Button>
						</p>
					) : (
						<Button variant="outline-primary" disabled={state === "busy"} onClick={() => setState("asking")}>
							make the demo anew
						</Button>
					)}
					<p role="status">{state === "busy" ? "Making it." : state === "done" ? "Made anew, up to today." : ""}</p>
				</>
			)}
		</Bench>
	);
}
