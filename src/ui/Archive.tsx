"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Refusal } from "@/core/refusals/refusals";
import { archive } from "@/server/actions";
import { answeredPlainly } from "./answered";
import { Refusals } from "./Refusals";

/** Puts away, or brings back. Nothing is deleted, so nothing needs asking. */
export function Archive({
	what,
	id,
	archived,
}: {
	what: "student" | "skill" | "ladder";
	id: string;
	archived: boolean;
}) {
	const router = useRouter();
	const [refused, setRefused] = useState<Refusal[]>([]);
	return (
		<>
			<Button
				variant="link"
				onClick={async () => {
					const outcome = await answeredPlainly(archive(what, id, !archived));
					setRefused(outcome.ok ? [] : outcome.refusals);
					if (outcome.ok) router.refresh();
				}}
			>
				{archived ? "bring back" : "put away"}
			</Button>
			<Refusals refusals={refused} />
		</>
	);
}
