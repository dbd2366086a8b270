"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { letAsideGo, type RecordsPage, tryAside } from "@/server/records";
import { Refusals } from "@/ui/Refusals";
import css from "@/ui/rows.module.css";
import { useRefusals } from "@/ui/useRefusals";

/** What could not be taken in, and what can be done about it. */
export function SetAside({ aside }: Pick<RecordsPage, "aside">) {
	if (aside.length === 0) return <p className="mute">No problems.</p>;
	return (
		<>
			<p>
				These entries arrived but could not be added. Fix the cause (for example, restore the student) and try again. Or
				copy their text and delete them.
			</p>
			<ul className={css.plain}>
				{aside.map((one) => (
					<Aside key={one.n} one={one} />
				))}
			</ul>
		</>
	);
}

function Aside({ one }: { one: RecordsPage["aside"][number] }) {
	const router = useRouter();
	const [asking, setAsking] = useState(false);
	const { refused, ask, askPlainly } = useRefusals();
	const name = `number ${one.dseq} of device ${one.device.slice(0, 8)}`;
	return (
		<li>
			<b>{one.reason}</b>
			<div className="mute">
				{name.replace("number", "Number")}, arrived {one.arrivedAt.slice(0, 16).replace("T", " ")} UTC
			</div>
			<details>
				<summary>content</summary>
				<pre style={{ whiteSpace: "pre-wrap", overflowWrap: "anywhere" }}>{one.raw.slice(0, 4000)}</pre>
			</details>
			<div className="d-flex gap-2 align-items-center">
				<Button
					variant="outline-primary"
					size="sm"
					onClick={async () => {
						const outcome = await ask(tryAside(one.n));
						if (outcome.ok) router.refresh();
					}}
				>
					try again<span className="visually-hidden"> with {name}</span>
				</Button>
				{asking ? (
					<>
						<Button
							size="sm"
							onClick={async () => {
								const outcome = await askPlainly(letAsideGo(one.n));
								if (outcome.ok) router.refresh();
							}}
						>
							delete for good<span className="visually-hidden"> with {name}</span>
						</Button>
						<Button variant="link" size="sm" onClick={() => setAsking(false)}>
							cancel
						</Button>
					</>
				) : (
					<Button variant="link" size="sm" onClick={() => setAsking(true)}>
						delete<span className="visually-hidden"> as {name}</span>
					</Button>
				)}
			</div>
			<Refusals refusals={refused} />
		</li>
	);
}
