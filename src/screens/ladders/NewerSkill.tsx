"use client";

import { useRouter } from "next/navigation";
import Button from "react-bootstrap/Button";
import type { Refusal } from "@/core/refusals/refusals";
import type { Differences } from "@/core/skill/differ";
import { takeSkill } from "@/server/actions";
import { orRefusal } from "@/ui/answered";
import { DifferenceList } from "@/ui/DifferenceList";

/** The skill was revised since this ladder was made: what reads otherwise, and a button that takes it over. */
export function NewerSkill({
	at,
	newer,
	onRefused,
}: {
	at: { id: string; rev: number };
	newer: { version: string; says: Differences };
	onRefused: (refusals: Refusal[]) => void;
}) {
	const router = useRouter();
	const take = async () => {
		onRefused([]);
		const outcome = await orRefusal(takeSkill(at, newer.version));
		if (!outcome.ok) return onRefused(outcome.refusals);
		router.refresh();
	};
	return (
		<section aria-label="New version of the skill" className="mb-2">
			<p className="asks m-0">
				The skill has a new version. This ladder still uses the old one.{" "}
				<Button variant="outline-primary" size="sm" onClick={take}>
					use the new version
				</Button>
			</p>
			<DifferenceList says={newer.says} />
		</section>
	);
}
