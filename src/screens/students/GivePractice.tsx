"use client";

import { useRouter } from "next/navigation";
import Button from "react-bootstrap/Button";
import { assignPractice } from "@/server/practice";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";

/** A practice for this student, whose drills are chosen on its own page. */
export function GivePractice({ student, first }: { student: string; first: boolean }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	return (
		<>
			<Button
				variant={first ? "outline-primary" : "link"}
				onClick={async () => {
					const outcome = await ask(assignPractice(student, []));
					if (outcome.ok) router.push(`/practice/${outcome.value.id}`);
				}}
			>
				{first ? "give practice" : "another practice"}
			</Button>
			<Refusals refusals={refused} />
		</>
	);
}
