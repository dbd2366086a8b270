import { useEffect, useRef, useState } from "react";
import type { HomeRhythm } from "@/core/practice/assignment";
import { useClicks } from "@/ui/useClicks";
import css from "./home.module.css";
import { useSpeech } from "./Speech";

const speeds = [100, 75, 50] as const;

const slowed = ({ seconds, stretches }: HomeRhythm, percent: number): HomeRhythm => {
	const by = 100 / percent;
	return {
		seconds: seconds * by,
		stretches: stretches.map((one) => ({ ...one, seconds: one.seconds * by, clicks: one.clicks.map((at) => at * by) })),
	};
};

/** A drill's rhythm: as clicks, and a mark that moves over its stretches. */
export function Beat({ rhythm, label }: { rhythm: HomeRhythm; label: string }) {
	const { say } = useSpeech();
	const [percent, setPercent] = useState<number>(100);
	const played = slowed(rhythm, percent);
	const clicks = useClicks(played);
	const mark = useRef<HTMLSpanElement>(null);
	const { at, playing } = clicks;
	const { seconds } = played;
	useEffect(() => {
		if (!playing) return;
		let frame = requestAnimationFrame(function move() {
			if (mark.current) mark.current.style.left = `${(100 * (at() ?? 0)) / seconds}%`;
			frame = requestAnimationFrame(move);
		});
		return () => cancelAnimationFrame(frame);
	}, [playing, at, seconds]);
	return (
		<section className={css.beat} aria-label={say("beat.label", { name: label })}>
			<div className={css.stretches}>
				{played.stretches.map((one, i) => (
					// biome-ignore lint/suspicious/noArrayIndexKey: a stretch is its place
					<Stretch key={i} {...one} />
				))}
				<span ref={mark} className={css.mark} hidden={!playing} />
			</div>
			<div className={css.acts}>
				<button type="button" className={css.small} onClick={playing ? clicks.stop : clicks.play}>
					{say(playing ? "beat.stop" : "beat.play")}
				</button>
				{speeds.map((one) => (
					<button
						key={one}
						type="button"
						className={css.small}
						aria-pressed={percent === one}
						onClick={() => {
							clicks.stop();
							setPercent(one);
						}}
					>
						{one === 100 ? say("beat.full") : say("beat.slower", { n: one })}
					</button>
				))}
			</div>
			{clicks.silent && <p className={css.asks}>{say("beat.silent")}</p>}
		</section>
	);
}

/** A stretch as long as it lasts; set as a property, which no style attribute in the page is needed for. */
function Stretch({ short, voice, seconds }: HomeRhythm["stretches"][number]) {
	const box = useRef<HTMLSpanElement>(null);
	useEffect(() => {
		if (box.current) box.current.style.flexGrow = String(seconds);
	}, [seconds]);
	return (
		<span ref={box} dir="auto">
			{short}
			{voice && <i>{voice}</i>}
		</span>
	);
}
