"use client";

import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { removeItem } from "@/core/editing/paths";
import type { KeyPosition, Skill } from "@/core/skill/skill";
import { aOrAn } from "@/core/text/wording";
import { adding } from "@/ui/adding";
import { Complaint } from "@/ui/FormRow";
import own from "./skills.module.css";
import { useEdit, useRefusal } from "./useSkill";

const MOST = 6;

interface Column {
	id: string;
	name: string;
}

/** Key positions against stages, or against schools: a named column each, added and taken out. */
export function Columns<C extends Column>({
	field,
	one,
	fresh,
	skill,
	columns,
	head,
	corner,
	cell,
	none,
}: {
	field: "stages" | "schools";
	/** "Stage", "School". */
	one: string;
	fresh: Omit<C, "id">;
	skill: Skill;
	columns: readonly C[];
	/** Under a column's name. */
	head?: (column: C, index: number) => React.ReactNode;
	/** Under a position's short name. */
	corner?: (position: KeyPosition) => React.ReactNode;
	cell: (position: KeyPosition, index: number, column: C) => React.ReactNode;
	/** What is said while there is none. */
	none: string;
}) {
	const edit = useEdit();
	return (
		<section aria-label={`${one}s`} className="mt-2">
			{columns.length === 0 && <p className="mute">{none}</p>}
			{columns.length > 0 && (
				<table className={own.table}>
					<thead>
						<tr>
							<th scope="col">key position</th>
							{columns.map((column, i) => (
								<th key={column.id} scope="col">
									<Name at={[field, i, "name"]} label={`${one} ${i + 1}`} value={column.name} />
									<Button
										variant="link"
										size="sm"
										onClick={() => {
											const left = removeItem(columns, i);
											edit([field], left.length > 0 ? left : undefined, "");
										}}
									>
										remove
										<span className="visually-hidden">
											{" "}
											{one} {i + 1}
										</span>
									</Button>
									{head?.(column, i)}
								</th>
							))}
						</tr>
					</thead>
					<tbody>
						{skill.positions.map((position, i) => (
							<tr key={position.id}>
								<th scope="row" dir="auto">
									{position.short || position.name}
									{corner?.(position)}
								</th>
								{columns.map((column) => (
									<td key={column.id}>{cell(position, i, column)}</td>
								))}
							</tr>
						))}
					</tbody>
				</table>
			)}
			{columns.length < MOST && (
				<Button variant="link" onClick={adding(() => edit([field], [...columns, { ...fresh, id: uuid() }], ""))}>
					add {aOrAn(one.toLowerCase())}
				</Button>
			)}
		</section>
	);
}

function Name({ at, label, value }: { at: (string | number)[]; label: string; value: string }) {
	const edit = useEdit();
	return (
		<>
			<Form.Control
				as="textarea"
				rows={1}
				className={own.name}
				aria-label={label}
				placeholder={label.toLowerCase()}
				value={value}
				dir="auto"
				// A name has one line, however many its column shows it in.
				onChange={(event) => edit(at, event.target.value.replace(/\n/g, " "))}
			/>
			<Complaint error={useRefusal(at)} />
		</>
	);
}
