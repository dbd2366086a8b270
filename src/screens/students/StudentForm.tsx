"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Col from "react-bootstrap/Col";
import Form from "react-bootstrap/Form";
import BootRow from "react-bootstrap/Row";
import type { UseFormReturn } from "react-hook-form";
import { bodyParts } from "@/core/people/body";
import { freshStudent, levels, Student, studentLabels } from "@/core/people/student";
import { parse } from "@/core/refusals/refusals";
import { keepStudent } from "@/server/actions";
import { BroughtBack } from "@/ui/BroughtBack";
import { DayField } from "@/ui/DayField";
import { today } from "@/ui/dates";
import type { DocumentKind } from "@/ui/documentEditor";
import { FormRow } from "@/ui/FormRow";
import { InForce } from "@/ui/InForce";
import { Refusals } from "@/ui/Refusals";
import { asFieldErrors, sentenceResolver } from "@/ui/sentenceResolver";
import { UndoRedo } from "@/ui/UndoRedo";
import { useDocumentForm } from "@/ui/useDocumentForm";
import { useRefusals } from "@/ui/useRefusals";

const fresh = freshStudent("");
const studentDocument: DocumentKind<Student, { id: string; rev: number }> = {
	// What was typed is brought back as it was, right or not.
	read: (value) => (typeof (value as Student | null)?.name === "string" ? (value as Student) : null),
	check: (values) => parse(Student, values, studentLabels),
	save: keepStudent,
};

/** Everything a coach notes of a student at the first meeting. Kept on this device while it is typed; of one who is there, in force as soon as it can be. */
export function StudentForm({
	at,
	student,
	languages,
	onDone,
}: {
	at: { id: string; rev: number } | null;
	student?: Student;
	/** Beside English. */
	languages: readonly { code: string; name: string }[];
	onDone?: () => void;
}) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const document = useDocumentForm(
		`peg-ladder draft student ${at?.id ?? "new"}`,
		at,
		student ?? fresh,
		studentDocument,
		sentenceResolver(Student, studentLabels),
	);
	const { form, editor, steps, inForce } = document;
	const { errors, isSubmitting } = form.formState;
	const add = form.handleSubmit(async (values) => {
		if (at) return;
		const outcome = await ask(keepStudent(values, null));
		if (!outcome.ok) {
			for (const [name, error] of Object.entries(asFieldErrors(outcome.refusals)))
				form.setError(name as keyof Student, error as never);
			return;
		}
		editor.forget();
		router.push(`/students/${outcome.value.id}`);
		router.refresh();
	});
	return (
		<Form onSubmit={add} onBlur={() => editor.source?.flush()} noValidate style={{ maxWidth: 640 }}>
			<BroughtBack document={document} />
			<FormRow id="name" label="Name" error={errors.name}>
				<Form.Control {...form.register("name")} dir="auto" autoComplete="off" isInvalid={Boolean(errors.name)} />
			</FormRow>
			<Facts form={form} />
			<fieldset className="mb-2">
				<legend className="form-label m-0">Protected body parts</legend>
				{bodyParts.map((part) => (
					<Form.Check
						inline
						key={part}
						id={`part-${part}`}
						type="checkbox"
						label={part}
						value={part}
						{...form.register("protectedParts")}
					/>
				))}
			</fieldset>
			<FormRow
				id="kit"
				label="Kit"
				hint="Length, weight, grip, condition. For growing children, check again in spring."
				error={errors.kit}
			>
				<Form.Control as="textarea" rows={2} {...form.register("kit")} dir="auto" isInvalid={Boolean(errors.kit)} />
			</FormRow>
			<OwnLanguage form={form} languages={languages} />
			<Lacks form={form} />
			<Consents form={form} />
			<FormRow id="wish" label="Wish" hint="What the student, or the parent, wants." error={errors.wish}>
				<Form.Control as="textarea" rows={2} {...form.register("wish")} dir="auto" isInvalid={Boolean(errors.wish)} />
			</FormRow>
			<Refusals refusals={refused} />
			{at && <InForce {...inForce} onShow={() => void form.trigger()} />}
			<div className="d-flex gap-2 mt-3">
				{!at && (
					<Button type="submit" disabled={isSubmitting}>
						add the student
					</Button>
				)}
				<UndoRedo {...steps} />
				{onDone && (
					<Button variant="outline-primary" onClick={onDone}>
						done
					</Button>
				)}
			</div>
		</Form>
	);
}

/** Strong side, year of birth and level, beside each other. */
function Facts({ form }: { form: UseFormReturn<Student> }) {
	const { errors } = form.formState;
	return (
		<BootRow>
			<Col sm={4}>
				<FormRow id="strong" label="Strong side">
					<Form.Select {...form.register("strongSide")}>
						<option value="right">right</option>
						<option value="left">left</option>
					</Form.Select>
				</FormRow>
			</Col>
			<Col sm={4}>
				<FormRow id="born" label="Year of birth, if known" error={errors.born}>
					<Form.Control
						type="number"
						{...form.register("born", { setValueAs: (v) => (v === "" || v === null ? null : Number(v)) })}
						isInvalid={Boolean(errors.born)}
					/>
				</FormRow>
			</Col>
			<Col sm={4}>
				<FormRow id="level" label="Level">
					<Form.Select {...form.register("level")}>
						{levels.map((level) => (
							<option key={level}>{level}</option>
						))}
					</Form.Select>
				</FormRow>
			</Col>
		</BootRow>
	);
}

/** What their page and notes are in, where the coach has added a language. */
function OwnLanguage({
	form,
	languages,
}: {
	form: UseFormReturn<Student>;
	languages: readonly { code: string; name: string }[];
}) {
	if (languages.length === 0) return null;
	return (
		<FormRow
			id="language"
			label="Language"
			hint="Of their practice page, its paper and their notes."
			error={form.formState.errors.language}
		>
			<Form.Select {...form.register("language", { setValueAs: (value) => value || undefined })}>
				<option value="">English</option>
				{languages.map(({ code, name }) => (
					<option key={code} value={code}>
						{name}
					</option>
				))}
			</Form.Select>
		</FormRow>
	);
}

const partsOf = (typed: string) =>
	typed
		.split(",")
		.map((one) => one.trim())
		.filter((one) => one !== "");

/** The commas that are typed stay, as long as they say the same. */
function Lacks({ form }: { form: UseFormReturn<Student, unknown, Student> }) {
	const lacks = form.watch("lacks") ?? [];
	const [typed, setTyped] = useState("");
	const error = form.formState.errors.lacks as { message?: string } | undefined;
	return (
		<FormRow
			id="lacks"
			label="Missing kit"
			hint="As rungs name it, separated by commas. Such rungs are left out or made easier."
			error={error}
		>
			<Form.Control
				value={partsOf(typed).join() === lacks.join() ? typed : lacks.join(", ")}
				dir="auto"
				isInvalid={Boolean(error)}
				onChange={(event) => {
					setTyped(event.target.value);
					form.setValue("lacks", partsOf(event.target.value), { shouldDirty: true });
				}}
			/>
		</FormRow>
	);
}

/** Who agreed to what, and when. */
function Consents({ form }: { form: UseFormReturn<Student, unknown, Student> }) {
	const { errors } = form.formState;
	const guardian = form.watch("guardian");
	const answerFor = (part: Partial<NonNullable<Student["guardian"]>>) => {
		const next = { name: guardian?.name ?? "", day: guardian?.day ?? today(), ...part };
		form.setValue("guardian", next.name.trim() === "" && part.name !== undefined ? undefined : next, {
			shouldDirty: true,
		});
	};
	/** A day that nobody noted is left out. */
	const agreed = (to: "touch" | "filmed", day: string) => form.setValue(to, day || undefined, { shouldDirty: true });
	return (
		<BootRow>
			<Col sm={8}>
				<FormRow id="guardian" label="Guardian" error={errors.guardian?.name}>
					<Form.Control
						dir="auto"
						maxLength={80}
						value={guardian?.name ?? ""}
						onChange={(event) => answerFor({ name: event.target.value })}
					/>
				</FormRow>
			</Col>
			<Col sm={4}>
				<FormRow id="guardian-day" label="Guardian agreed to lessons on" error={errors.guardian?.day}>
					<DayField value={guardian?.day ?? ""} disabled={!guardian} onChange={(day) => answerFor({ day })} />
				</FormRow>
			</Col>
			<Col sm={4}>
				<FormRow id="touch" label="Consent to guiding by touch, on" error={errors.touch}>
					<DayField value={form.watch("touch") ?? ""} onChange={(day) => agreed("touch", day)} />
				</FormRow>
			</Col>
			<Col sm={4}>
				<FormRow id="filmed" label="Consent to filming, on" error={errors.filmed}>
					<DayField value={form.watch("filmed") ?? ""} onChange={(day) => agreed("filmed", day)} />
				</FormRow>
			</Col>
			<Col sm={4}>
				<Form.Check
					id="with-adult"
					type="checkbox"
					className="mt-4"
					label="another adult must be present"
					checked={form.watch("withAdult") === true}
					onChange={(event) => form.setValue("withAdult", event.target.checked || undefined, { shouldDirty: true })}
				/>
			</Col>
		</BootRow>
	);
}
