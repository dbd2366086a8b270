"use client";

import { useRouter } from "next/navigation";
import Button from "react-bootstrap/Button";
import { archive } from "@/doors/actions";

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
	return (
		<Button
			variant="link"
			onClick={async () => {
				await archive(what, id, !archived);
				router.refresh();
			}}
		>
			{archived ? "bring back" : "put away"}
		</Button>
	);
}
