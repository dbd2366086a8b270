"use client";

import { usePathname } from "next/navigation";
import { useEffect, useState } from "react";
import Link from "@/ui/Link";
import css from "./frame.module.css";
import { LightSwitch } from "./LightSwitch";
import { AT_THE_THUMB, type Place, placeOf, places, settings } from "./places";
import { openSearch } from "./SearchButton";
import { useKeys } from "./useKeys";

const SEARCH = "/find";

/** Search opens over the page; where the program has not loaded yet its link leads to a page. */
const PlaceLink = ({ place: { href, name }, current }: { place: Place; current: Place | null }) => (
	<Link
		href={href}
		aria-current={current?.href === href ? "page" : undefined}
		onClick={(event) => {
			if (href !== SEARCH || current?.href === SEARCH || event.metaKey || event.ctrlKey || event.shiftKey) return;
			event.preventDefault();
			openSearch();
		}}
	>
		{name}
	</Link>
);

/** One key, from any bench: / or Ctrl+K, the latter while something is typed too. */
function useSearchKeys() {
	useKeys({ "/": openSearch });
	useEffect(() => {
		const onKey = (event: KeyboardEvent) => {
			if (event.key !== "k" || !(event.ctrlKey || event.metaKey)) return;
			event.preventDefault();
			openSearch();
		};
		window.addEventListener("keydown", onKey);
		return () => window.removeEventListener("keydown", onKey);
	}, []);
}

/** The places as words; on a phone the way back to the page's place, and the places stand at the foot. */
export function TopLine() {
	const path = usePathname();
	useSearchKeys();
	const current = placeOf(path);
	const back = current ?? (places[0] as Place);
	return (
		<header className={`${css.top} ${current?.href === path ? css.atPlace : ""}`}>
			<span className={css.brand}>Peg Ladder</span>
			{back.href !== path && (
				<Link href={back.href} className={css.back}>
					‹ {back.name}
				</Link>
			)}
			<nav aria-label="Main menu">
				{places.map((place) => (
					<PlaceLink key={place.href} place={place} current={current} />
				))}
			</nav>
			<span className={css.tools}>
				<PlaceLink place={settings} current={current} />
				<Tools />
			</span>
		</header>
	);
}

/** On a phone: the first places where the thumb is, the others one press further. */
export function FootLine() {
	const path = usePathname();
	const current = placeOf(path);
	const [open, setOpen] = useState(false);
	// biome-ignore lint/correctness/useExhaustiveDependencies: another page is another look
	useEffect(() => setOpen(false), [path]);
	const more = [...places.slice(AT_THE_THUMB), settings];
	return (
		<nav className={css.foot} aria-label="Main menu, at the thumb">
			{open && (
				<div id="more-places" className={css.morePlaces}>
					{more.map((place) => (
						<PlaceLink key={place.href} place={place} current={current} />
					))}
					<Tools />
				</div>
			)}
			{places.slice(0, AT_THE_THUMB).map((place) => (
				<PlaceLink key={place.href} place={place} current={current} />
			))}
			<button
				type="button"
				aria-expanded={open}
				aria-controls="more-places"
				data-current={current !== null && more.includes(current)}
				onClick={() => setOpen(!open)}
			>
				More
			</button>
		</nav>
	);
}

/** The light and the list of keys. */
const Tools = () => (
	<>
		<LightSwitch className={css.tool ?? ""} />
		<button type="button" className={css.tool} onClick={() => window.dispatchEvent(new Event("peg-ladder-keys"))}>
			? keys
		</button>
	</>
);
