"use client";

import { useRouter } from "next/navigation";
import Button from "react-bootstrap/Button";
import { assignPractice } from "@/server/practice";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";

/** The student's own page, whose drills are chosen there; where there is one already, another beside it only when that is said. */
export function GivePractice({ student, first }: { student: string; first: boolean }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const give = async (apart: boolean) => {
		const outcome = await ask(assignPractice(student, [], apart));
		if (outcome.ok) router.push(`/practice/${outcome.value.id}`);
	};
	return (
		<>
			{first ? (
				<Button variant="outline-primary" onClick={() => give(false)}>
					give practice
				</Button>
			) : (
				<Button variant="link" onClick={() => give(true)}>
					add a second page, for another home or a camp
				</Button>
			)}
			<Refusals refusals={refused} />
		</>
	);
}
