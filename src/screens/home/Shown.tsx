import { useRef } from "react";
import css from "./home.module.css";
import { useSpeech } from "./Speech";

/** A picture or clip of a drill: a press shows it as large as the phone is. */
export function Shown({ src, clip, shows }: { src: string; clip: boolean; shows: string }) {
	const { say } = useSpeech();
	const large = useRef<HTMLDialogElement>(null);
	if (clip) return <video className={css.picture} src={src} aria-label={shows} controls muted playsInline loop />;
	return (
		<>
			<button type="button" className={css.open} onClick={() => large.current?.showModal()}>
				{/* biome-ignore lint/performance/noImgElement: this page has no framework under it */}
				<img className={css.picture} src={src} alt={shows} loading="lazy" />
				<span className="visually-hidden">{say("picture.large")}</span>
			</button>
			<dialog ref={large} className={css.large} aria-label={shows || say("picture.any")}>
				<button type="button" className={css.open} onClick={() => large.current?.close()}>
					{/* biome-ignore lint/performance/noImgElement: this page has no framework under it */}
					<img src={src} alt={shows} loading="lazy" />
					<span className="visually-hidden">{say("picture.close")}</span>
				</button>
			</dialog>
		</>
	);
}
