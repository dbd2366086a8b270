import css from "@/ui/frame.module.css";
import { places } from "@/ui/places";

/** Plain markup: what stands here is sent along with every page, the lesson's too. */
export default function NotFound() {
	return (
		<>
			<header className={css.top}>
				<span className={css.brand}>Peg Ladder</span>
				<nav aria-label="Main menu">
					{places.map(({ href, name }) => (
						<a key={href} href={href}>
							{name}
						</a>
					))}
				</nav>
			</header>
			<div className={css.main}>
				<div className={css.spine} />
				<main id="work" tabIndex={-1}>
					<h1>Page not found</h1>
					<p>There is no such page in this studio. It may have been deleted, or be in another studio.</p>
					<a href="/">Today</a>
				</main>
			</div>
		</>
	);
}
