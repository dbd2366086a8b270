"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import type { Givable } from "@/core/commands/give";
import type { Pack } from "@/core/pack/pack";
import { NOT_KEPT } from "@/device/studio";
import { fetchPack } from "@/device/sync";
import { GiveAway } from "@/ui/GiveAway";
import { useRecord } from "@/ui/useRecord";
import { useReversible } from "@/ui/useReversible";

/** A set of a past lesson is given to whoever it was; a slip is taken back where it was made. */
export function GiveLater({ studio, lesson, view }: { studio: string; lesson: string; view: Givable }) {
	const router = useRouter();
	const [pack, setPack] = useState<Pack | null>(null);
	const { note, write } = useRecord(studio);
	const { done, press, takeBack } = useReversible(write, () => router.refresh());
	useEffect(() => {
		let here = true;
		void fetchPack(lesson).then(
			(fetched) => here && setPack(fetched),
			// Without the server a past lesson is read, and not changed.
			() => undefined,
		);
		return () => {
			here = false;
		};
	}, [lesson]);
	return (
		<>
			{pack && (
				<GiveAway view={view} pack={pack} onGive={(command) => press(command.map((draft) => ({ ...draft, lesson })))} />
			)}
			{done && (
				<p className="m-0">
					<span role="status">You gave the set to the other student.</span>{" "}
					<Button variant="link" onClick={takeBack}>
						undo
					</Button>
				</p>
			)}
			{note && <p role={note === NOT_KEPT ? "alert" : "status"}>{note}</p>}
		</>
	);
}
