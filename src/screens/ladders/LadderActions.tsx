"use client";

import Button from "react-bootstrap/Button";
import { Archive } from "@/ui/Archive";
import { Begin } from "@/ui/Begin";
import { HandOn } from "@/ui/HandOn";
import { InForce } from "@/ui/InForce";
import Link from "@/ui/Link";
import { Refusals } from "@/ui/Refusals";
import css from "@/ui/rows.module.css";
import { Workbook } from "@/ui/Workbook";
import type { LadderDocument } from "./useLadder";

/** What is done with the ladder as a whole, and what was refused of it. */
export function LadderActions({
	at,
	bench,
	archived,
	removed,
	onAdd,
	onPutBack,
}: {
	at: { id: string; rev: number } | null;
	bench: LadderDocument;
	archived: boolean;
	/** The name of the rung that was taken out last. */
	removed: string | null;
	onAdd: () => void;
	onPutBack: () => void;
}) {
	const { errors, isSubmitting } = bench.form.formState;
	const ofTheList = errors.rungs?.message ? [{ path: "rungs", sentence: errors.rungs.message }] : [];
	return (
		<>
			<Refusals refusals={[...bench.refused, ...ofTheList]} />
			{at && <InForce {...bench.inForce} onShow={() => void bench.make()} />}
			<div className={css.actions}>
				<Button variant="outline-primary" onClick={onAdd}>
					add a rung on top
				</Button>
				{!at && (
					<Button type="submit" disabled={isSubmitting}>
						make the ladder
					</Button>
				)}
				{at && (
					<>
						{!archived && <Begin ladder={at.id} quiet />}
						<Link className="btn btn-outline-primary" href={`/ladders/${at.id}/start`}>
							find the starting rung
						</Link>
						<Link className="btn btn-outline-primary" href={`/ladders/${at.id}/card`}>
							card to pin up
						</Link>
						<Link className="btn btn-link" href={`/ladders/${at.id}/notebook`}>
							old scores
						</Link>
						<Archive what="ladder" id={at.id} archived={archived} />
						<Workbook of="ladder" id={at.id} />
						<HandOn of="ladder" id={at.id} />
					</>
				)}
				{removed && bench.steps.canUndo && (
					<span role="status">
						<span dir="auto">{removed}</span> removed.{" "}
						<Button variant="link" onClick={onPutBack}>
							undo the removal
						</Button>
					</span>
				)}
			</div>
		</>
	);
}
