"use client";

import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import type { Pack } from "@/core/pack/pack";
import { isYoung } from "@/core/people/student";
import type { Still } from "@/core/position/still";
import type { Refusal } from "@/core/refusals/refusals";
import { keepText, readKept } from "@/device/localKeep";
import { keepStillHere, letStillGo, type Sending, sendStills } from "@/device/stills";
import { Refusals } from "@/ui/Refusals";
import { deliver } from "./deliver";
import css from "./position.module.css";

const consentOf = (studio: string, student: string) => `peg-ladder ${studio} may film ${student}`;

/** Keeps the still on this device first, then with the server; who may be filmed is asked once a student. */
export function KeepStill({
	pack,
	still,
	picture,
	onSent,
}: {
	pack: Pack;
	still: Omit<Still, "picture">;
	picture: Blob;
	/** What is with the server is another: read it again. */
	onSent: () => void;
}) {
	const who = pack.students.find(({ id }) => id === still.student);
	const [agreed, setAgreed] = useState(false);
	const [said, setSaid] = useState<{ told: Sending | null } | null>(null);
	const [refused, setRefused] = useState<Refusal[]>([]);
	const { id: studio } = pack.studio;
	useEffect(() => {
		const send = () =>
			void sendStills(studio, deliver).then((told) => {
				if (told.sent === 0) return;
				setSaid({ told });
				onSent();
			});
		send();
		window.addEventListener("online", send);
		return () => window.removeEventListener("online", send);
	}, [studio, onSent]);
	if (!who) return null;
	const { name } = who.student;
	const agreedBefore = readKept(consentOf(studio, still.student));
	const filmed = who.student.filmed ?? agreedBefore;
	const young = isYoung(who.student, still.day);
	const keep = async () => {
		setRefused([]);
		if (!filmed && !agreed) {
			setRefused([
				{
					path: "consent",
					sentence: `Confirm first that ${name} may be filmed. Until then nothing is saved.`,
				},
			]);
			return;
		}
		const id = uuid();
		try {
			const consent = who.student.filmed ? null : (agreedBefore ?? still.day);
			await keepStillHere({ id, studio, still, picture, consent });
			// Not asked for again on this device, even before the server knows of it.
			if (consent) keepText(consentOf(studio, still.student), consent);
		} catch {
			setRefused([
				{ path: "picture", sentence: "This device is full. Free some space, or save the picture elsewhere." },
			]);
			return;
		}
		const told = await sendStills(studio, deliver).catch(() => null);
		setRefused(told?.refusals ?? []);
		setSaid({ told });
		onSent();
	};
	const waiting = said?.told?.waiting ?? [];
	return (
		<section className={css.keep} aria-label="Save the still">
			{!filmed && (
				<Form.Check
					id="may-film"
					label={young ? `The guardian of ${name} agreed to filming` : `${name} agreed to filming`}
					checked={agreed}
					onChange={(event) => setAgreed(event.target.checked)}
				/>
			)}
			<Button onClick={() => void keep()}>save the picture with {name}</Button>
			<Refusals refusals={refused} />
			{said && (
				<p role="status" className="m-0">
					{said.told && waiting.length === 0
						? "Saved and sent."
						: "Saved on this device. It is sent when the server answers."}{" "}
					{refused.length > 0 &&
						waiting.map((one) => (
							<Button
								key={one.id}
								variant="link"
								onClick={async () => {
									await letStillGo(one.id);
									setRefused([]);
									setSaid(null);
								}}
							>
								discard {one.still.name} of {one.still.day}
							</Button>
						))}
				</p>
			)}
		</section>
	);
}
