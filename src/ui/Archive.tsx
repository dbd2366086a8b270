"use client";

import { useRouter } from "next/navigation";
import Button from "react-bootstrap/Button";
import { archive } from "@/server/actions";
import { Refusals } from "./Refusals";
import { useRefusals } from "./useRefusals";

/** Archives, or makes active again. Nothing is deleted, so nothing needs asking. */
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
	const { refused, askPlainly } = useRefusals();
	return (
		<>
			<Button
				variant="link"
				onClick={async () => {
					const outcome = await askPlainly(archive(what, id, !archived));
					if (outcome.ok) router.refresh();
				}}
			>
				{archived ? "make active" : "archive"}
			</Button>
			<Refusals refusals={refused} />
		</>
	);
}
