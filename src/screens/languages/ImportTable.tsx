"use client";

import { useId, useState } from "react";
import Button from "react-bootstrap/Button";
import type { LanguageTable } from "@/core/languages/language";
import { counted, plural } from "@/core/text/lists";
import { lookAtLanguageTable } from "@/server/languages";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./languages.module.css";

/** A filled-in table: what of it can be used is shown before it is, and each row that cannot by its name. */
export function ImportTable({
	code,
	onTake,
}: {
	code: string;
	onTake: (messages: Readonly<Record<string, string>>) => void;
}) {
	const id = useId();
	const { refused, ask } = useRefusals();
	const [table, setTable] = useState<LanguageTable | null>(null);
	const n = Object.keys(table?.messages ?? {}).length;
	return (
		<div className={css.import}>
			<label htmlFor={id}>import the table</label>
			<input
				id={id}
				type="file"
				accept=".csv,.tsv,.txt,text/csv"
				onChange={async ({ target }) => {
					const file = target.files?.[0];
					if (!file) return;
					const outcome = await ask(lookAtLanguageTable(code, await file.text()));
					setTable(outcome.ok ? outcome.value : null);
					target.value = "";
				}}
			/>
			<Refusals refusals={refused} />
			{table && (
				<div role="status">
					<p>
						{plural(n, "message")} can be used.
						{table.refused.length > 0 && ` ${counted(table.refused.length, "row is left out:", "rows are left out:")}`}
					</p>
					<Refusals refusals={table.refused} />
					<Button
						disabled={n === 0}
						onClick={() => {
							onTake(table.messages);
							setTable(null);
						}}
					>
						use {plural(n, "message")}
					</Button>{" "}
					<Button variant="link" onClick={() => setTable(null)}>
						cancel
					</Button>
				</div>
			)}
		</div>
	);
}
