"use client";

import { useId, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Refusal } from "@/core/refusals/refusals";
import { NOBODY } from "@/core/skill/picture";
import type { Picture } from "@/core/skill/skill";
import { Media } from "@/ui/Media";
import { Refusals } from "@/ui/Refusals";
import { pathOf } from "./fields";
import own from "./skills.module.css";
import { useEdit, useRefusal } from "./useSkill";

/** A picture or short clip: brought in, looked at, its consent noted, taken out. */
export function PictureField({ at, label, value }: { at: string; label: string; value: Picture | undefined }) {
	const edit = useEdit();
	const id = useId();
	const path = pathOf(at);
	const error = useRefusal([...path, "consent"]);
	const [refused, setRefused] = useState<Refusal[]>([]);
	const [busy, setBusy] = useState(false);
	const bring = async (file: File | undefined) => {
		if (!file) return;
		setRefused([]);
		setBusy(true);
		try {
			const response = await fetch("/api/pictures", {
				method: "POST",
				headers: { "content-type": file.type },
				body: file,
			});
			const said = (await response.json()) as { hash: string; clip: boolean; refusals?: Refusal[] };
			if (response.ok) edit(path, { hash: said.hash, clip: said.clip, consent: "" }, "");
			else setRefused(said.refusals ?? []);
		} catch {
			setRefused([
				{ path: "picture", sentence: "The server does not answer. Nothing was added. Choose the file again later." },
			]);
		}
		setBusy(false);
	};
	if (!value)
		return (
			<div className={own.picture}>
				<Form.Label htmlFor={id}>{label}</Form.Label>
				<Form.Control
					id={id}
					type="file"
					size="sm"
					accept="image/png,image/jpeg,image/webp,video/mp4"
					disabled={busy}
					onChange={(event) => void bring((event.target as HTMLInputElement).files?.[0])}
				/>
				{busy && <span role="status">Adding it, without its place and time.</span>}
				<Refusals refusals={refused} />
			</div>
		);
	return (
		<div className={own.picture}>
			<span className="form-label">{label}</span>
			<Media picture={value} words={label} />
			<Form.Control
				aria-label={`Consent for the ${label}`}
				placeholder="who is shown, and when they agreed"
				value={value.consent}
				isInvalid={Boolean(error)}
				onChange={(event) => edit([...path, "consent"], event.target.value)}
			/>
			{value.consent === "" && (
				<div className="asks">
					Note who is shown and that they agreed, or{" "}
					<Button variant="link" size="sm" onClick={() => edit([...path, "consent"], NOBODY, "")}>
						{NOBODY}
					</Button>
				</div>
			)}
			<Button variant="link" size="sm" onClick={() => edit(path, undefined, "")}>
				remove<span className="visually-hidden"> the {label}</span>
			</Button>
		</div>
	);
}
