"use client";

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import type { Pack, PackLadder } from "@/core/pack/pack";
import { readOn } from "@/core/pack/placing";
import { bestOf, measureStill, type Still, stillFigure } from "@/core/position/still";
import { usePackHere } from "@/device/usePackHere";
import { stillsOf } from "@/server/stills";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords, today } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import { offer } from "@/ui/offer";
import { UndoRedo } from "@/ui/UndoRedo";
import { useUndoKeys } from "@/ui/useUndoKeys";
import { AskFields } from "./AskFields";
import { Board } from "./Board";
import { KeepStill } from "./KeepStill";
import css from "./position.module.css";
import { Reading } from "./Reading";
import { Source } from "./Source";
import { asFile, drawnPicture } from "./sendOut";
import type { Taken } from "./takePicture";
import { askFrom, measureFrom, pointsFor, troubleOf, usePlacing } from "./usePlacing";

interface Whose {
	ladder: string;
	position: string;
	lesson: string | null;
	rung: string | null;
}

/** A still of a held position, measured: from a file, the camera, a clip or the simulated camera; with or without a signal. */
export function PositionPage() {
	const pack = usePackHere();
	const [whose, setWhose] = useState<Whose>({ ladder: "", position: "", lesson: null, rung: null });
	const [picture, setPicture] = useState<Taken | null>(null);
	useEffect(() => {
		const asked = new URLSearchParams(window.location.search);
		setWhose({
			ladder: asked.get("ladder") ?? "",
			position: asked.get("position") ?? "",
			lesson: asked.get("lesson"),
			rung: asked.get("rung"),
		});
	}, []);
	const ladder = pack?.ladders.find(({ id }) => id === whose.ladder) ?? pack?.ladders[0] ?? null;
	const position = ladder?.positions.find(({ id }) => id === whose.position) ?? ladder?.positions[0] ?? null;
	return (
		<BenchPage
			margin={
				<>
					<h2>How exact it is</h2>
					<p className="mute">
						A point is exact to about two pixels. Each result shows what that changes. Point the camera square at what
						you measure: from an angle, every reading is wrong.
					</p>
					<CameraStood ladder={ladder} rung={whose.rung} />
				</>
			}
		>
			<h1>Position check</h1>
			{pack && pack.ladders.length > 0 && (
				<div className={css.whose}>
					<FormRow id="whose-ladder" label="Student" className="">
						<Form.Select
							value={ladder?.id ?? ""}
							onChange={(event) => setWhose({ ...whose, ladder: event.target.value, position: "", rung: null })}
						>
							{pack.ladders.map((one) => (
								<option key={one.id} value={one.id}>
									{pack.students.find(({ id }) => id === one.student)?.student.name}, {one.skill}
									{one.side === "none" ? "" : `, ${one.side}`}
								</option>
							))}
						</Form.Select>
					</FormRow>
					<FormRow id="whose-position" label="Key position" className="">
						<Form.Select
							value={position?.id ?? ""}
							onChange={(event) => setWhose({ ...whose, position: event.target.value })}
						>
							{ladder?.positions.map((one) => (
								<option key={one.id} value={one.id}>
									{one.name}
								</option>
							))}
						</Form.Select>
					</FormRow>
				</div>
			)}
			<Source onPicture={setPicture} />
			{picture ? (
				<Check key={picture.url} picture={picture} pack={pack} ladder={ladder} position={position} whose={whose} />
			) : (
				<p className="mute">
					No picture yet. Hold the finish still. Take the picture square from the side. Then place the points.
				</p>
			)}
		</BenchPage>
	);
}

/** Where the rung's set-up says that the camera stands. */
function CameraStood({ ladder, rung }: { ladder: PackLadder | null; rung: string | null }) {
	const on = ladder?.rungs.find(({ id }) => id === (rung ?? ladder.peg));
	const cameras = on?.settings.sketch?.items.filter(({ kind }) => kind === "camera") ?? [];
	if (!on || cameras.length === 0) return null;
	const side = (x: number) => (x === 0 ? "in the middle" : `${Math.abs(x)} m to the ${x < 0 ? "left" : "right"}`);
	return (
		<p dir="auto">
			On “{readOn(ladder, on.settings.name)}” the camera is{" "}
			{cameras.map(({ x, y, height }) => `${side(x)}, ${y} m away${height ? `, ${height} m high` : ""}`).join(" and ")}.
		</p>
	);
}

type Kept = { id: string; still: Still }[];

/** The student's stills of a position, from the server; none where it does not answer. */
function useBefore(student: string | undefined, position: string | undefined, again: number): Kept {
	const [all, setAll] = useState<Kept>([]);
	// biome-ignore lint/correctness/useExhaustiveDependencies: read again after one was kept
	useEffect(() => {
		if (!student) return;
		let current = true;
		void stillsOf(student)
			.then((outcome) => current && outcome.ok && setAll(outcome.value))
			.catch(() => undefined);
		return () => {
			current = false;
		};
	}, [student, again]);
	return useMemo(() => all.filter(({ still }) => still.position === position), [all, position]);
}

function Check({
	picture,
	pack,
	ladder,
	position,
	whose,
}: {
	picture: Taken;
	pack: Pack | null;
	ladder: PackLadder | null;
	position: PackLadder["positions"][number] | null;
	whose: Whose;
}) {
	const first = askFrom(position?.check);
	const placing = usePlacing(
		{ ask: first, points: pointsFor(first, [], picture), placed: [], marks: [] },
		picture.width,
	);
	const { put } = placing;
	const { points } = placing.now;
	// Another position asks for other points: those that are placed under the same names stay.
	const asked = useRef(position);
	useEffect(() => {
		if (asked.current === position) return;
		asked.current = position;
		if (!position?.check) return;
		const ask = askFrom(position.check);
		put({ ask, points: pointsFor(ask, points, picture) });
	}, [position, put, points, picture]);
	const [drawing, setDrawing] = useState(false);
	const [over, setOver] = useState<"none" | "first" | "best">("none");
	const [kept, setKept] = useState(0);
	const onSent = useCallback(() => setKept((n) => n + 1), []);
	const board = useRef<HTMLDivElement>(null);
	useUndoKeys(placing.undo, placing.redo);
	const before = useBefore(ladder?.student, position?.id, kept);
	const best = bestOf(before.map(({ still }) => still));
	const laid = over === "first" ? before[0]?.still : over === "best" ? best : undefined;
	const trouble = troubleOf(placing.now);
	const measure = measureFrom(placing.now.ask);
	const measures = measure && !trouble ? [measure] : [];
	const [result] = measureStill({ points: placing.now.points, measures });
	const still: Omit<Still, "picture"> | null = ladder && {
		student: ladder.student,
		lesson: whose.lesson,
		ladder: ladder.id,
		rung: whose.rung,
		position: position?.id ?? null,
		name: position?.name ?? "Held position",
		side: ladder.side,
		day: today(),
		width: picture.width,
		height: picture.height,
		points: placing.now.points,
		measures,
		marks: placing.now.marks,
		words: "",
	};
	const called = `${(position?.short ?? "position").toLowerCase()}-${today()}`;
	const png = async () => {
		const svg = board.current?.querySelector("svg");
		const blob = svg && (await drawnPicture(svg, picture.width, picture.height, picture.blob));
		if (blob) offer(`${called}.png`, blob);
	};
	return (
		<div className={css.check}>
			<div ref={board}>
				<Board
					picture={picture}
					placing={placing}
					drawing={drawing}
					over={laid ? [{ label: `${over}, ${dayWords(laid.day, today())}`, still: laid }] : []}
				/>
				<div className={css.tools}>
					<Button variant="outline-primary" aria-pressed={placing.mirrored} onClick={placing.mirror}>
						mirrored
					</Button>
					<Button variant="outline-primary" aria-pressed={drawing} onClick={() => setDrawing(!drawing)}>
						draw a line
					</Button>
					<UndoRedo {...placing} />
					{before.length > 0 && (
						<Form.Select
							aria-label="Overlay"
							style={{ width: "auto" }}
							value={over}
							onChange={(event) => setOver(event.target.value as typeof over)}
						>
							<option value="none">no overlay</option>
							<option value="first">the first still</option>
							{best && <option value="best">the best still</option>}
						</Form.Select>
					)}
				</div>
			</div>
			<div>
				{trouble ? (
					<p className="asks m-0" role="status">
						{trouble}
					</p>
				) : (
					result && <Reading result={result} of={placing.now.ask.of} />
				)}
				{laid && <Before still={laid} which={over} />}
				<AskFields placing={placing} size={picture} />
				{pack && still && <KeepStill pack={pack} still={still} picture={picture.blob} onSent={onSent} />}
				<p className={css.tools}>
					<Button variant="link" onClick={() => void png()}>
						download the picture
					</Button>
					{still && (
						<Button variant="link" onClick={() => offer(`${called}.json`, asFile(still, result ? [result] : []))}>
							download the numbers (JSON)
						</Button>
					)}
				</p>
			</div>
		</div>
	);
}

/** What was measured on the still that is laid over. */
function Before({ still, which }: { still: Still; which: string }) {
	const figure = stillFigure(still);
	return (
		figure && (
			<p className="m-0">
				The {which} one, {dayWords(still.day, today())}: <b>{figure}</b>
			</p>
		)
	);
}
