"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { LINK_DAYS } from "@/core/practice/amount";
import { dayAfter } from "@/core/text/fields";
import { openPracticeLink, withdrawPracticeLink } from "@/server/practice";
import type { PracticePageProps } from "@/server/readPractice";
import { DayField } from "@/ui/DayField";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import Link from "@/ui/Link";
import { opensHereOnly, PrivateAddress } from "@/ui/PrivateAddress";
import { QrPicture } from "@/ui/QrPicture";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./practice.module.css";

/** How practice goes out: by a private link, as one file, on paper. Where no phone could open a link, the other two come first. */
export function Share(props: Pick<PracticePageProps, "at" | "links" | "day"> & { student: string }) {
	const isLocal = useOnlyHere();
	const { at, links, day } = props;
	return (
		<section aria-label="Send it">
			<h2>Send it</h2>
			{isLocal ? (
				<>
					<p className="m-0">
						This studio opens on this computer only. A link would not work on their phone, so send the file or paper.
					</p>
					<FileAndPaper id={at.id} />
					<details className={css.section}>
						<summary>Links, and how phones can open them</summary>
						<MakeLink {...props} isLocal />
					</details>
				</>
			) : (
				<MakeLink {...props} isLocal={false} />
			)}
			<Links links={links} day={day} />
			{!isLocal && <FileAndPaper id={at.id} />}
		</section>
	);
}

const FileAndPaper = ({ id }: { id: string }) => (
	<>
		<p className="mt-3 mb-0">
			<a href={`/api/practice/${id}/file`} download>
				download as one file
			</a>
			<span className="mute">: send it with any messenger. Entries come back as text or a code.</span>
		</p>
		<p>
			<Link href={`/practice/${id}/paper`}>print on paper</Link> <span className="mute">with boxes to tick.</span>
		</p>
	</>
);

function MakeLink({
	at,
	day,
	student,
	isLocal,
}: Pick<PracticePageProps, "at" | "day"> & { student: string; isLocal: boolean }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [name, setName] = useState("");
	const [ends, setEnds] = useState(dayAfter(day, LINK_DAYS));
	const [address, setAddress] = useState<string | null>(null);
	const make = async () => {
		const outcome = await ask(
			openPracticeLink(at.id, { name: name.trim() || student, ends, address: window.location.origin }),
		);
		if (!outcome.ok) return;
		setAddress(`${window.location.origin}${outcome.value}`);
		setName("");
		router.refresh();
	};
	return (
		<>
			<Form
				onSubmit={(event) => {
					event.preventDefault();
					void make();
				}}
			>
				<FormRow id="link-name" label="A private link for">
					<Form.Control
						placeholder={student}
						maxLength={60}
						value={name}
						onChange={(event) => setName(event.target.value)}
					/>
				</FormRow>
				<FormRow id="link-ends" label="Works until">
					<DayField least={day} value={ends} onChange={setEnds} />
				</FormRow>
				<Button type="submit" disabled={ends === ""}>
					make a link
				</Button>
			</Form>
			<Refusals refusals={refused} />
			{address && (
				<div role="status" className={css.address}>
					<p className="m-0">You see this link only once. Anyone with it can open this practice, nothing else.</p>
					<PrivateAddress address={address} />
					{!isLocal && (
						<figure className={css.code}>
							<QrPicture words={address} label="The link as a code for a phone" />
						</figure>
					)}
				</div>
			)}
		</>
	);
}

function Links({ links, day }: Pick<PracticePageProps, "links" | "day">) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	return (
		<>
			<ul className={css.plain}>
				{links.map((link) => (
					<li key={link.id}>
						<span dir="auto">{link.name}</span>,{" "}
						<span className="mute">
							{link.withdrawn
								? "switched off"
								: link.ends < day
									? `ended ${dayWords(link.ends, day)}`
									: `until ${dayWords(link.ends, day)}`}
						</span>{" "}
						<Button
							variant="link"
							aria-label={`${link.withdrawn ? "switch on again" : "switch off"}: ${link.name}`}
							onClick={async () => {
								const outcome = await ask(withdrawPracticeLink(link.id, !link.withdrawn));
								if (outcome.ok) router.refresh();
							}}
						>
							{link.withdrawn ? "switch on again" : "switch off"}
						</Button>
					</li>
				))}
			</ul>
			<Refusals refusals={refused} />
		</>
	);
}

/** Whether this studio opens on this computer alone; known once the page is in its browser. */
function useOnlyHere(): boolean {
	const [isLocal, setLocal] = useState(false);
	useEffect(() => setLocal(opensHereOnly(window.location.origin)), []);
	return isLocal;
}
