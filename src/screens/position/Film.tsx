"use client";

import { useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import css from "./position.module.css";
import { fromClip, type Taken } from "./takePicture";

const rates = [24, 25, 30, 50, 60, 120, 240];
const USUAL_RATE = 30;

interface Clip {
	url: string;
	name: string;
}

/** A clip frame by frame; with a second one beside it both go by the same beat. Nothing of it leaves this device: a frame is taken. */
export function Film({ clips, onFrame }: { clips: readonly Clip[]; onFrame: (picture: Taken) => void }) {
	const videos = useRef<(HTMLVideoElement | null)[]>([]);
	const [rate, setRate] = useState(USUAL_RATE);
	const [at, setAt] = useState<readonly number[]>([0, 0]);
	/** Where each clip has the beat that both are laid by, in seconds. */
	const [beats, setBeats] = useState<readonly (number | null)[]>([null, null]);
	const [trouble, setTrouble] = useState("");
	const laid = clips.length > 1 && beats.slice(0, clips.length).every((beat) => beat !== null);
	const go = (which: number, to: number) => {
		const video = videos.current[which];
		if (!video) return;
		const most = Number.isFinite(video.duration) ? video.duration : to;
		video.pause();
		video.currentTime = Math.min(most, Math.max(0, to));
	};
	const step = (which: number, frames: number) => {
		// Laid by their beats they go together.
		for (const one of laid ? clips.keys() : [which]) go(one, (videos.current[one]?.currentTime ?? 0) + frames / rate);
	};
	const mark = (which: number) =>
		setBeats(beats.map((beat, i) => (i === which ? (videos.current[which]?.currentTime ?? 0) : beat)));
	const toBeat = () => {
		for (const i of clips.keys()) go(i, beats[i] ?? 0);
	};
	return (
		<section className={css.film} aria-label="Film">
			<div className={css.clips}>
				{clips.map((clip, i) => (
					<div key={clip.url}>
						<video
							ref={(video) => {
								videos.current[i] = video;
							}}
							src={clip.url}
							muted
							playsInline
							preload="auto"
							aria-label={clip.name}
							onError={() => setTrouble(`“${clip.name}” cannot be played here. Use a few seconds as MP4 or WebM.`)}
							onTimeUpdate={(event) => {
								const time = event.currentTarget.currentTime;
								setAt((was) => was.map((one, k) => (k === i ? time : one)));
							}}
						/>
						<p className={css.frames}>
							{[-10, -1, 1, 10].map((frames) => (
								<Button
									key={frames}
									variant="outline-primary"
									aria-label={`${plural(Math.abs(frames), "frame")} ${frames < 0 ? "back" : "on"}, ${clip.name}`}
									onClick={() => step(i, frames)}
								>
									{frames > 0 ? `+${frames}` : `−${-frames}`}
								</Button>
							))}
							<span>
								frame <b data-testid={`frame-${i}`}>{Math.round((at[i] ?? 0) * rate)}</b>
							</span>
						</p>
						<p className={css.frames}>
							<Button
								onClick={async () => {
									const video = videos.current[i];
									if (!video?.videoWidth) return;
									try {
										onFrame(await fromClip(video));
									} catch (error) {
										setTrouble(error instanceof Error ? error.message : "This frame cannot be used. Choose another.");
									}
								}}
							>
								use this frame
							</Button>
							{clips.length > 1 && (
								<Button variant="link" onClick={() => mark(i)}>
									{beats[i] === null ? "beat set here" : "set the beat here"}
								</Button>
							)}
						</p>
					</div>
				))}
			</div>
			<div className="d-flex flex-wrap gap-3 align-items-center">
				<Form.Label htmlFor="frame-rate" className="m-0">
					Frames a second
				</Form.Label>
				<Form.Select
					id="frame-rate"
					style={{ width: "auto" }}
					value={rate}
					onChange={(event) => setRate(Number(event.target.value))}
				>
					{rates.map((one) => (
						<option key={one}>{one}</option>
					))}
				</Form.Select>
				{laid && (
					<>
						<Button variant="outline-primary" onClick={toBeat}>
							line both up at the beat
						</Button>
						<span className="mute">Both now move together.</span>
					</>
				)}
			</div>
			{trouble && (
				<p className="asks m-0" role="alert">
					{trouble}
				</p>
			)}
		</section>
	);
}
