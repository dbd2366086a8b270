"use client";

import { useEffect, useState } from "react";
import Form from "react-bootstrap/Form";
import { roundRefusal } from "@/core/groups/rounds";
import type { Pack } from "@/core/pack/pack";
import { isOut, readOn } from "@/core/pack/placing";
import { keepJson, readKeptJson } from "@/device/localKeep";
import { usePackHere } from "@/device/usePackHere";
import { BenchPage } from "@/ui/BenchPage";
import { FormRow } from "@/ui/FormRow";
import { Play } from "./Play";
import type { Player, RoundSettings } from "./useRounds";

const KEPT = "peg-ladder rounds";
const USUAL_SECONDS = 60;

interface Settings extends RoundSettings {
	/** By the student, the ladder whose peg's rung they do. */
	who: Record<string, string>;
}

const fresh: Settings = { who: {}, seconds: USUAL_SECONDS, inPairs: true, ranked: false };
const isSettings = (value: unknown): Settings | null =>
	typeof value === "object" && value !== null && typeof (value as Settings).who === "object"
		? { ...fresh, ...(value as Settings) }
		: null;

function playersIn(pack: Pack, who: Settings["who"]): Player[] {
	return pack.students.flatMap(({ id, student }): Player[] => {
		const ladder = pack.ladders.find((one) => one.id === who[id]);
		const on = ladder?.rungs.find((rung) => rung.id === ladder.peg);
		return ladder && on && !isOut(ladder, on.id)
			? [{ student: id, name: student.name, ladder, rung: on.id, does: readOn(ladder, on.settings.name) }]
			: [];
	});
}

/** Rounds on one clock for all: seconds called, scores entered one after another, each on their own ladder; partners swap. */
export function RoundsPage() {
	const pack = usePackHere();
	const [settings, setSettings] = useState<Settings>(fresh);
	useEffect(() => {
		const before = readKeptJson(KEPT, isSettings);
		if (before) setSettings(before);
	}, []);
	const put = (change: Partial<Settings>) => {
		const next = { ...settings, ...change };
		setSettings(next);
		keepJson(KEPT, next);
	};
	const players = pack ? playersIn(pack, settings.who) : [];
	const wrong = roundRefusal(players.length, settings.seconds);
	return (
		<BenchPage margin={pack && <Who pack={pack} settings={settings} onChange={put} />}>
			<h1>Rounds</h1>
			{!pack && <p className="mute">Loading students.</p>}
			{pack && players.length === 0 && (
				<p className="mute">Choose who takes part and on which ladder. Each does the rung their peg is on.</p>
			)}
			{players.length > 0 && wrong && <p className="asks">{wrong}</p>}
			{pack && !wrong && (
				<Play
					key={`${players.map(({ rung }) => rung).join()} ${settings.seconds}`}
					studio={pack.studio.id}
					players={players}
					settings={settings}
				/>
			)}
		</BenchPage>
	);
}

function Who({
	pack,
	settings,
	onChange,
}: {
	pack: Pack;
	settings: Settings;
	onChange: (change: Partial<Settings>) => void;
}) {
	return (
		<>
			<h2>Who takes part</h2>
			{pack.students.length === 0 && <p className="mute">No students yet.</p>}
			{pack.students.map(({ id, student }) => (
				<FormRow key={id} id={`in-${id}`} label={student.name} className="mb-1">
					<Form.Select
						size="sm"
						value={settings.who[id] ?? ""}
						onChange={(event) => {
							const { [id]: _, ...others } = settings.who;
							onChange({ who: event.target.value ? { ...others, [id]: event.target.value } : others });
						}}
					>
						<option value="">not taking part</option>
						{pack.ladders
							.filter((ladder) => ladder.student === id && !isOut(ladder, ladder.peg))
							.map((ladder) => (
								<option key={ladder.id} value={ladder.id}>
									{ladder.skill}
									{ladder.side === "none" ? "" : `, ${ladder.side}`}
								</option>
							))}
					</Form.Select>
				</FormRow>
			))}
			<FormRow id="round-seconds" label="Seconds" className="mt-3">
				<Form.Control
					type="number"
					inputMode="numeric"
					min={5}
					max={600}
					style={{ width: 110 }}
					value={settings.seconds || ""}
					onChange={(event) => onChange({ seconds: Number(event.target.value) })}
				/>
			</FormRow>
			<Form.Check
				id="round-pairs"
				label="in pairs: one does, one counts"
				checked={settings.inPairs}
				onChange={(event) => onChange({ inPairs: event.target.checked })}
			/>
			<Form.Check
				id="round-ranked"
				label="in the order of their scores"
				checked={settings.ranked}
				onChange={(event) => onChange({ ranked: event.target.checked })}
			/>
		</>
	);
}
