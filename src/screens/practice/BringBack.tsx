"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import { type BroughtBack, bringBack } from "@/server/practice";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import { readQr } from "./readQr";

/** Practice given back as text or as a picture of its code: what is here already is known. */
export function BringBack() {
	const router = useRouter();
	const { refused, setRefused, ask } = useRefusals();
	const [text, setText] = useState("");
	const [busy, setBusy] = useState(false);
	const [said, setSaid] = useState<readonly BroughtBack[]>([]);
	const bring = async (words: string) => {
		setBusy(true);
		setSaid([]);
		const outcome = await ask(bringBack(words));
		setBusy(false);
		if (!outcome.ok) return;
		setText("");
		setSaid(outcome.value);
		router.refresh();
	};
	const scan = async (file: File | undefined) => {
		if (!file) return;
		setBusy(true);
		const read = await readQr(file);
		setBusy(false);
		if (read.ok) await bring(read.value);
		else setRefused(read.refusals);
	};
	return (
		<section aria-label="Import entries">
			<h2>Import entries</h2>
			<Form
				onSubmit={(event) => {
					event.preventDefault();
					void bring(text);
				}}
			>
				<FormRow id="came-back" label="The text a student sent">
					<Form.Control
						as="textarea"
						rows={3}
						value={text}
						placeholder="paste the whole message"
						onChange={(event) => setText(event.target.value)}
					/>
				</FormRow>
				<Button type="submit" variant="outline-primary" disabled={busy || text.trim() === ""}>
					add the entries
				</Button>
				<FormRow id="qr" label="Or a picture of their code" className="mt-2">
					<Form.Control
						type="file"
						accept="image/*"
						capture="environment"
						disabled={busy}
						onChange={(event: React.ChangeEvent<HTMLInputElement>) => {
							void scan(event.target.files?.[0]);
							event.target.value = "";
						}}
					/>
				</FormRow>
			</Form>
			<div role="status">
				{said.map((one) => (
					<p key={one.assignment} className="mt-2 mb-0">
						<Link href={`/practice/${one.assignment}`} dir="auto">
							{one.who}
						</Link>
						: {one.fresh === 0 ? "no new entries" : `${plural(one.fresh, "entry")} added`}
						{one.known > 0 && `, ${one.known} already here`}.{one.refused.map((sentence) => ` Not added: ${sentence}`)}
					</p>
				))}
			</div>
			<Refusals refusals={refused} />
		</section>
	);
}
