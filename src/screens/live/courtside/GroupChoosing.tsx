"use client";

import { useState } from "react";
import { ladderWords } from "@/core/pack/labels";
import type { PackLadder } from "@/core/pack/pack";
import { isSought, MANY, Search } from "../drawers/Search";
import { useLive } from "../LiveContext";
import css from "./courtside.module.css";

const MOST = 12;

/** Who is on the board, and on which ladder. */
export function GroupChoosing({ chosen, onChange }: { chosen: readonly string[]; onChange: (next: string[]) => void }) {
	const { pack } = useLive();
	const [sought, setSought] = useState("");
	const [refused, setRefused] = useState(false);
	const words = ({ id }: PackLadder) => ladderWords(pack, id);
	const toggle = (id: string) => {
		const off = chosen.filter((one) => one !== id);
		const full = off.length === chosen.length && chosen.length >= MOST;
		setRefused(full);
		if (!full) onChange(off.length < chosen.length ? off : [...chosen, id]);
	};
	return (
		<div className={css.choosing}>
			<p className="m-0">Choose who is on the board. Each works on the rung of their peg.</p>
			{refused && (
				<p role="alert" className="asks m-0">
					The board is full ({MOST}). Remove somebody first.
				</p>
			)}
			{pack.ladders.length > MANY && <Search label="Search students" value={sought} onChange={setSought} />}
			{pack.ladders
				.filter((ladder) => isSought(words(ladder), sought))
				.map((ladder) => (
					<button
						key={ladder.id}
						type="button"
						aria-pressed={chosen.includes(ladder.id)}
						onClick={() => toggle(ladder.id)}
						dir="auto"
					>
						{words(ladder)}
					</button>
				))}
		</div>
	);
}
