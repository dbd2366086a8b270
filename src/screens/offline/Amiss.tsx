import css from "./offline.module.css";

/** Something failed that should not have. What was counted is on the device, whatever the page does. */
export function Amiss({ onAgain }: { onAgain: () => void }) {
	return (
		<main className={css.page}>
			<h1>This page did not load</h1>
			<p>Everything you counted and wrote is safe.</p>
			<p className="d-flex gap-2 flex-wrap">
				<button type="button" className="btn btn-primary" onClick={onAgain}>
					try again
				</button>
				<a className="btn btn-outline-primary" href="/">
					Today
				</a>
			</p>
		</main>
	);
}
