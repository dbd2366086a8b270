"use client";

import { useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { rhythmOf } from "@/core/skill/rhythm";
import type { KeyPosition, Skill } from "@/core/skill/skill";
import Link from "@/ui/Link";
import { useClicks } from "@/ui/useClicks";
import { Words } from "./fields";
import { OwnOrder, RhythmSteps } from "./RhythmSteps";
import own from "./skills.module.css";
import { useEdit } from "./useSkill";

const figure = (n: number) => n.toLocaleString(undefined, { maximumFractionDigits: 1 });

/** Beats and seconds of each key position; played, and slowed. */
export function Rhythm({ skill }: { skill: Skill }) {
	const [percent, setPercent] = useState(100);
	const rhythm = rhythmOf(skill, percent);
	const clicks = useClicks(rhythm);
	const full = rhythmOf(skill);
	const mark = useRef<HTMLSpanElement>(null);
	const { at, playing } = clicks;
	useEffect(() => {
		if (!playing) return;
		let frame = requestAnimationFrame(function move() {
			if (mark.current) mark.current.style.left = `${(100 * (at() ?? 0)) / Math.max(rhythm.seconds, 0.001)}%`;
			frame = requestAnimationFrame(move);
		});
		return () => cancelAnimationFrame(frame);
	}, [playing, at, rhythm.seconds]);
	return (
		<section aria-label="Rhythm" className="mt-2">
			<p className={own.tempo}>
				<b>{full.perMinute === null ? "–" : figure(full.perMinute)}</b> beats a minute, {figure(full.beats)} beats in{" "}
				{figure(full.seconds)} s
				{percent !== 100 &&
					rhythm.perMinute !== null &&
					` · slowed: ${figure(rhythm.perMinute)} in ${figure(rhythm.seconds)} s`}
			</p>
			<p className="hint m-0">
				Beats a minute = 60 × beats ÷ seconds, added up over the key positions.{" "}
				<Link href="/sums#rhythm">work it out from a count</Link>
			</p>
			{rhythm.seconds > 0 && (
				<>
					<div className={own.bar} aria-hidden="true">
						{rhythm.stretches.map((one) => (
							<span key={one.at} style={{ flexGrow: one.seconds }} title={one.short}>
								{one.short}
								<i>{[one.voice, one.breath && `breathe ${one.breath}`].filter(Boolean).join(", ")}</i>
							</span>
						))}
						<span ref={mark} className={own.mark} hidden={!playing} />
					</div>
					<div className={own.line}>
						<Button onClick={playing ? clicks.stop : clicks.play}>{playing ? "stop" : "play the rhythm"}</Button>
						<Form.Label htmlFor="percent" className="m-0">
							at
						</Form.Label>
						<Form.Control
							id="percent"
							type="number"
							min={10}
							max={200}
							value={percent}
							style={{ width: 80 }}
							onChange={(event) => setPercent(Math.min(200, Math.max(10, Number(event.target.value) || 100)))}
						/>
						<span>per cent of full speed</span>
						{clicks.silent && <span className="asks">No sound in this browser. Watch the moving mark.</span>}
					</div>
				</>
			)}
			<Words at="trigger" label="What starts it" value={skill.trigger} className="mb-2" optional />
			{skill.rhythm ? (
				<RhythmSteps skill={skill} rhythm={skill.rhythm} />
			) : (
				<>
					<table className={own.table}>
						<thead>
							<tr>
								<th scope="col">key position</th>
								<th scope="col">beats</th>
								<th scope="col">seconds</th>
								<th scope="col">breath or voice</th>
							</tr>
						</thead>
						<tbody>
							{skill.positions.map((position, i) => (
								<BeatRow key={position.id} index={i} position={position} />
							))}
						</tbody>
					</table>
					<OwnOrder skill={skill} />
				</>
			)}
		</section>
	);
}

const none = { beats: 0, seconds: 0, voice: "" };

function BeatRow({ index, position }: { index: number; position: KeyPosition }) {
	const edit = useEdit();
	const beat = position.beat ?? none;
	const set = (change: Partial<typeof none>, what: string) => {
		const next = { ...beat, ...change };
		const empty = next.beats === 0 && next.seconds === 0 && next.voice === "";
		edit(["positions", index, "beat"], empty ? undefined : next, `${position.id} ${what}`);
	};
	const number = (name: "beats" | "seconds", step: number) => (
		<Form.Control
			type="number"
			inputMode="decimal"
			min={0}
			step={step}
			aria-label={`${name} of ${position.short}`}
			value={beat[name] || ""}
			onChange={(event) => set({ [name]: Number(event.target.value) }, name)}
		/>
	);
	return (
		<tr>
			<th scope="row" dir="auto">
				{position.short || position.name}
			</th>
			<td>{number("beats", 1)}</td>
			<td>{number("seconds", 0.1)}</td>
			<td>
				<Form.Control
					aria-label={`Breath or voice of ${position.short}`}
					value={beat.voice}
					maxLength={40}
					dir="auto"
					onChange={(event) => set({ voice: event.target.value }, "voice")}
				/>
			</td>
		</tr>
	);
}
