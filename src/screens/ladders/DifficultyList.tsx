"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { v7 as uuid } from "uuid";
import { type Difficulty, freshDifficulty } from "@/core/build/difficulty";
import { moved, without } from "@/core/words/put";
import { Complaint } from "@/ui/Row";
import css from "@/ui/rows.module.scss";
import { Sortable, SortableRow } from "@/ui/Sortable";
import own from "./ladders.module.scss";

/** Difficulties in the order in which they are raised: renamed, put in another order, added, taken out, reweighed. */
export function DifficultyList({
	value,
	onChange,
	refusal,
}: {
	value: readonly Difficulty[];
	/** `what` is the field that letters were typed into, or nothing for a step of its own. */
	onChange: (next: Difficulty[], what: string) => void;
	/** What was said of a place, its names joined by points. */
	refusal: (path: string) => string | undefined;
}) {
	const [open, setOpen] = useState<string | null>(null);
	const change = (i: number, to: Partial<Difficulty>, what: string) =>
		onChange(
			value.map((one, n) => (n === i ? { ...one, ...to } : one)),
			what && `${i} ${what}`,
		);
	return (
		<>
			<Sortable
				ids={value.map(({ id }) => id)}
				onStart={() => setOpen(null)}
				onMove={(from, to) => onChange(moved(value, from, to), "")}
			>
				{value.map(({ id, name, notches }, i) => {
					const called = name || `difficulty ${i + 1}`;
					const isOpen = open === id;
					const setNotch = (n: number, to: Partial<Difficulty["notches"][number]>, what: string) =>
						change(i, { notches: notches.map((notch, m) => (m === n ? { ...notch, ...to } : notch)) }, what);
					const said = [
						`${i}.name`,
						...notches.flatMap((_, n) => [`${i}.notches.${n}.name`, `${i}.notches.${n}.weight`]),
						`${i}.notches`,
					]
						.map(refusal)
						.find(Boolean);
					return (
						<SortableRow key={id} id={id} label={called} className={css.row}>
							{(grip) => (
								<div>
									<div className={`${css.summary} ${own.difficulty}`}>
										{grip}
										<span className={css.number}>{i + 1}</span>
										<Form.Control
											size="sm"
											aria-label={`Name of difficulty ${i + 1}`}
											placeholder="what gets harder"
											maxLength={40}
											value={name}
											dir="auto"
											onChange={(event) => change(i, { name: event.target.value }, "name")}
										/>
										<span className={`${css.cell} mute`} dir="auto">
											{notches.map((notch) => notch.name).join(" · ")}
										</span>
										<Button variant="link" size="sm" aria-expanded={isOpen} onClick={() => setOpen(isOpen ? null : id)}>
											{isOpen ? "less" : "notches"}
											<span className="visually-hidden"> of {called}</span>
										</Button>
									</div>
									<Complaint error={said ? { message: said } : undefined} />
									{isOpen && (
										<ol className={own.notches}>
											{notches.map((notch, n) => (
												// biome-ignore lint/suspicious/noArrayIndexKey: a notch is its place in the list
												<li key={n}>
													<Form.Control
														size="sm"
														aria-label={`${called}, notch ${n + 1}`}
														maxLength={60}
														value={notch.name}
														dir="auto"
														onChange={(event) => setNotch(n, { name: event.target.value }, `${n} name`)}
													/>
													{n === 0 ? (
														<span className="mute">the lowest</span>
													) : (
														<Form.Control
															size="sm"
															type="number"
															inputMode="decimal"
															step={0.5}
															aria-label={`${called}, weight of notch ${n + 1}`}
															value={Number.isFinite(notch.weight) ? notch.weight : ""}
															onChange={(event) =>
																setNotch(
																	n,
																	{ weight: event.target.value === "" ? Number.NaN : Number(event.target.value) },
																	`${n} weight`,
																)
															}
														/>
													)}
													<Button
														variant="link"
														size="sm"
														disabled={n === 0}
														onClick={() => change(i, { notches: lowestFirst(moved(notches, n, n - 1)) }, "")}
													>
														lower<span className="visually-hidden">: notch {n + 1}</span>
													</Button>
													<Button
														variant="link"
														size="sm"
														disabled={notches.length <= 2}
														onClick={() => change(i, { notches: lowestFirst(without(notches, n)) }, "")}
													>
														take out<span className="visually-hidden">: notch {n + 1}</span>
													</Button>
												</li>
											))}
											<li className={own.ends}>
												<Button
													variant="link"
													size="sm"
													disabled={notches.length >= 50}
													onClick={() => change(i, { notches: [...notches, { name: "", weight: 1 }] }, "")}
												>
													add a notch
												</Button>
												<Button variant="link" size="sm" onClick={() => onChange(without(value, i), "")}>
													take the difficulty out
												</Button>
											</li>
										</ol>
									)}
								</div>
							)}
						</SortableRow>
					);
				})}
			</Sortable>
			<Button
				variant="outline-primary"
				className="mt-2"
				disabled={value.length >= 24}
				onClick={() => {
					const made = freshDifficulty(uuid());
					onChange([...value, made], "");
					setOpen(made.id);
				}}
			>
				add a difficulty
			</Button>
		</>
	);
}

/** The lowest notch is no step up and weighs nothing; one that was it and is not any more weighs as much as is usual. */
const lowestFirst = (notches: Difficulty["notches"]): Difficulty["notches"] =>
	notches.map((notch, n) => ({ ...notch, weight: n === 0 ? 0 : notch.weight || 1 }));
