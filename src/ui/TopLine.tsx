"use client";

import { usePathname } from "next/navigation";
import Link from "@/ui/Link";
import css from "./frame.module.css";
import { LightSwitch } from "./LightSwitch";
import { sections } from "./places";

export function TopLine() {
	const path = usePathname();
	return (
		<header className={css.top}>
			<span className={css.brand}>Peg Ladder</span>
			<nav aria-label="Places">
				{sections.map(({ href, name }) => (
					<Link
						key={href}
						href={href}
						aria-current={(href === "/" ? path === "/" : path.startsWith(href)) ? "page" : undefined}
					>
						{name}
					</Link>
				))}
			</nav>
			<span className={css.tools}>
				<Tools />
			</span>
		</header>
	);
}

/** The light and the list of keys: beside the places where there is room, at the foot of the page where there is not. */
export const Tools = () => (
	<>
		<LightSwitch className={css.tool ?? ""} />
		<button type="button" className={css.tool} onClick={() => window.dispatchEvent(new Event("peg-ladder-keys"))}>
			? keys
		</button>
	</>
);
