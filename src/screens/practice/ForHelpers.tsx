"use client";

import Form from "react-bootstrap/Form";
import type { Assignment } from "@/core/practice/assignment";
import { feelingWays } from "@/core/practice/feelings";
import { FormRow } from "@/ui/FormRow";
import css from "./practice.module.css";

const parts = [
	["feed", "How to feed"],
	["counts", "What counts"],
	["cautions", "Be careful"],
	["stop", "When to stop"],
] as const;

/** What holds for all the drills: the most of a day, words to learn, when targets move, and the helper's part. */
export function ForHelpers({
	assignment,
	onChange,
}: {
	assignment: Assignment;
	onChange: (part: Partial<Assignment>, what?: string) => void;
}) {
	const { helper, words, most, thresholds } = assignment;
	const set = (name: keyof Assignment["thresholds"], label: string) => (
		<FormRow id={`threshold-${name}`} label={label} className="">
			<Form.Control
				type="number"
				inputMode="numeric"
				value={thresholds[name]}
				onChange={(event) =>
					onChange({ thresholds: { ...thresholds, [name]: Math.round(Number(event.target.value)) } }, name)
				}
			/>
		</FormRow>
	);
	return (
		<>
			<div className={css.numbers}>
				<FormRow id="most" label="most tries a day" className="">
					<Form.Control
						type="number"
						inputMode="numeric"
						placeholder="no maximum"
						value={most ?? ""}
						onChange={(event) =>
							onChange({ most: event.target.value === "" ? null : Math.round(Number(event.target.value)) }, "most")
						}
					/>
				</FormRow>
				{set("raise", "raise target after")}
				{set("lower", "lower when met")}
				{set("of", "of the last")}
				<FormRow id="feelings" label="how it felt, asked by" className="">
					<Form.Select
						value={assignment.feelings ?? "faces"}
						onChange={(event) =>
							onChange({ feelings: feelingWays.find((one) => one === event.target.value) ?? "faces" }, "feelings")
						}
					>
						{feelingWays.map((one) => (
							<option key={one}>{one}</option>
						))}
					</Form.Select>
				</FormRow>
			</div>
			<FormRow id="practice-words" label="Words to learn, one per line: word = meaning">
				<Form.Control
					as="textarea"
					rows={2}
					// As it is typed: a line without its meaning yet stays a line.
					defaultValue={words.map(({ word, meaning }) => (meaning ? `${word} = ${meaning}` : word)).join("\n")}
					dir="auto"
					onChange={(event) => onChange({ words: wordsIn(event.target.value) }, "words")}
				/>
			</FormRow>
			<h3 className={css.small}>For helpers who do not know the skill</h3>
			{parts.map(([name, label]) => (
				<FormRow key={name} id={`helper-${name}`} label={label}>
					<Form.Control
						value={helper[name]}
						maxLength={800}
						dir="auto"
						onChange={(event) => onChange({ helper: { ...helper, [name]: event.target.value } }, `helper ${name}`)}
					/>
				</FormRow>
			))}
		</>
	);
}

const wordsIn = (typed: string): Assignment["words"] =>
	typed
		.split("\n")
		.map((line) => line.split("="))
		.map(([word = "", ...meaning]) => ({
			word: word.trim().slice(0, 60),
			meaning: meaning.join("=").trim().slice(0, 300),
		}))
		.filter(({ word }) => word !== "")
		.slice(0, 30);
