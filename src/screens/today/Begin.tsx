"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import { begin } from "@/device/begin";
import { Refusals } from "@/ui/Refusals";

/** Starts a lesson in one press. What it lasts and what the student wants can be said first, and need not be. */
export function Begin({
	ladder,
	label,
	quiet = false,
	minutes = 45,
	wish = "",
	name,
}: {
	ladder: string | null;
	label: string;
	quiet?: boolean;
	minutes?: number;
	wish?: string;
	name?: string;
}) {
	const router = useRouter();
	const [busy, setBusy] = useState(false);
	const [failed, setFailed] = useState(false);
	return (
		<>
			<Button
				variant={quiet ? "outline-primary" : "primary"}
				disabled={busy}
				aria-label={name}
				onClick={async () => {
					setBusy(true);
					setFailed(false);
					try {
						router.push(await begin(ladder, { minutes, wish }));
					} catch {
						setFailed(true);
						setBusy(false);
					}
				}}
			>
				{label}
			</Button>
			{failed && (
				<Refusals
					refusals={[
						{ path: "", sentence: "The server does not answer, so no lesson was begun. Press again when it does." },
					]}
				/>
			)}
		</>
	);
}
