"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { PassAt } from "@/core/commands/passes";
import { record } from "@/device/record";
import { PassQuestion } from "@/ui/PassQuestion";

/** Answered where it is told: the peg moves, or stays. */
export function DecidePass({ studio, pass, about }: { studio: string; pass: PassAt; about: string }) {
	const router = useRouter();
	const [note, setNote] = useState("");
	return (
		<>
			<PassQuestion
				pass={pass}
				about={about}
				onWrite={async (written) => {
					const { sent } = await record(studio, written);
					setNote(sent ? "" : "Kept on this device; it goes out when the server answers.");
					router.refresh();
				}}
			/>
			{note && <p role="status">{note}</p>}
		</>
	);
}
