"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { counted, plural } from "@/core/text/lists";
import { giveLadder } from "@/server/actions";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import own from "./ladders.module.css";

/** The same ladder for others: to each a copy that is their own from then on. */
export function GiveTo({
	ladder,
	sided,
	others,
}: {
	ladder: string;
	/** It is of a side, and may be of the other one for somebody whose strong side is another. */
	sided: boolean;
	others: readonly { id: string; name: string; has: boolean }[];
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
	const [mirrored, setMirrored] = useState(sided);
	const [said, setSaid] = useState("");
	const without = others.filter(({ has }) => !has);
	if (others.length === 0) return null;
	const give = async () => {
		setSaid("");
		const given = await ask(giveLadder(ladder, [...chosen], mirrored));
		if (!given.ok) return;
		setSaid(`${counted(given.value, "student now has a copy", "students now have a copy")}.`);
		setChosen(new Set());
		router.refresh();
	};
	return (
		<details className={own.aside}>
			<summary>copy to other students</summary>
			<p className="m-0">
				{without.length > 0 && (
					<Button variant="outline-primary" onClick={() => setChosen(new Set(without.map(({ id }) => id)))}>
						choose all {without.length} without a ladder for this skill
					</Button>
				)}
			</p>
			<div className={own.people}>
				{others.map(({ id, name, has }) => (
					<Form.Check
						key={id}
						id={`give-${id}`}
						label={
							<span dir="auto">
								{name}
								{has && <small className="mute">, has one</small>}
							</span>
						}
						checked={chosen.has(id)}
						onChange={() => {
							const next = new Set(chosen);
							if (!next.delete(id)) next.add(id);
							setChosen(next);
						}}
					/>
				))}
			</div>
			{sided && (
				<Form.Check
					id="give-mirrored"
					label="mirror it where the other side is the strong one"
					checked={mirrored}
					onChange={(event) => setMirrored(event.target.checked)}
				/>
			)}
			<Refusals refusals={refused} />
			<Button disabled={chosen.size === 0} onClick={() => void give()}>
				{chosen.size === 0 ? "copy the ladder" : `copy the ladder to ${plural(chosen.size, "student")}`}
			</Button>{" "}
			<span role="status">{said}</span>
		</details>
	);
}
