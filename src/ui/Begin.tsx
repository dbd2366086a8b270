"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Booked } from "@/core/calendar/held";
import { begin } from "@/device/begin";
import { whyFailed } from "@/device/studio";
import { Refusals } from "@/ui/Refusals";

/**
 * Starts a lesson in one press. How long it is, what the student wants and how hard it is
 * to be can be said there before the first try, and need not be. There is one lesson a student
 * a day: while it is open the press goes back into it, and a second one is another choice.
 */
export function Begin({
	ladder,
	label,
	quiet = false,
	of,
	isOpen = false,
	booked,
}: {
	ladder: string | null;
	/** Where it is no lesson that is started. */
	label?: string;
	quiet?: boolean;
	/** Whose it is and on what, for whom the row cannot be seen. */
	of?: string;
	/** The student's lesson of today is open. */
	isOpen?: boolean;
	/** The lesson of the calendar it is begun for. */
	booked?: Booked | null | undefined;
}) {
	const router = useRouter();
	const [busy, setBusy] = useState(false);
	const [failed, setFailed] = useState("");
	const go = async (another: boolean) => {
		setBusy(true);
		setFailed("");
		try {
			router.push(await begin(ladder, {}, { another, booked: another ? null : booked }));
		} catch (error) {
			setFailed(whyFailed(error, "The server does not answer. No lesson was started. Press again when it does."));
			setBusy(false);
		}
	};
	const words = label ?? (isOpen ? "continue lesson" : "start lesson");
	return (
		<>
			<span className="d-inline-flex flex-column align-items-end">
				<Button
					variant={quiet ? "outline-primary" : "primary"}
					disabled={busy}
					aria-label={of && `${words}: ${of}`}
					onClick={() => void go(false)}
				>
					{words}
				</Button>
				{isOpen && (
					<Button
						variant="link"
						size="sm"
						disabled={busy}
						aria-label={of && `start another lesson: ${of}`}
						onClick={() => void go(true)}
					>
						start another
					</Button>
				)}
			</span>
			{failed && <Refusals refusals={[{ path: "", sentence: failed }]} />}
		</>
	);
}
