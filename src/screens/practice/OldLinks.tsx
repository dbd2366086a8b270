"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import Button from "react-bootstrap/Button";
import { counted, list } from "@/core/text/lists";
import { keepPracticeLinks, renewPracticeLinks } from "@/server/practice";
import { CopyButton } from "@/ui/CopyButton";
import { opensHereOnly } from "@/ui/PrivateAddress";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./practice.module.css";

interface Link {
	id: string;
	name: string;
	who: string;
	address: string;
}

/** Links that were made where the studio was served from another address: which they are, and all of them anew in one press. */
export function OldLinks({ links }: { links: readonly Link[] }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [here, setHere] = useState<string | null>(null);
	const [made, setMade] = useState<{ name: string; path: string }[]>([]);
	// On this computer alone nobody can say what phones reach.
	useEffect(() => setHere(opensHereOnly(window.location.origin) ? null : window.location.origin), []);
	const old = here === null ? [] : links.filter(({ address }) => address !== here);
	if (here === null || old.length + made.length === 0) return null;
	const ids = old.map(({ id }) => id);
	return (
		<section aria-label="Links of another address" className={css.section}>
			<h2>Links of another address</h2>
			{old.length > 0 && (
				<>
					<p>
						{counted(old.length, "link leads", "links lead")} to {list([...new Set(old.map(({ address }) => address))])}
						. This studio is at {here} now, so they may not open any more.
					</p>
					<ul className={css.plain}>
						{old.map(({ id, name, who }) => (
							<li key={id} dir="auto">
								{who}
								{name !== who && `, ${name}`}
							</li>
						))}
					</ul>
					<p>
						<Button
							onClick={async () => {
								const outcome = await ask(renewPracticeLinks(ids, here));
								if (!outcome.ok) return;
								setMade(outcome.value);
								router.refresh();
							}}
						>
							make new links
						</Button>{" "}
						<Button
							variant="link"
							onClick={async () => {
								const outcome = await ask(keepPracticeLinks(ids, here));
								if (outcome.ok) router.refresh();
							}}
						>
							keep these links: phones still open them
						</Button>
					</p>
				</>
			)}
			{made.length > 0 && (
				<div role="status">
					<p>You see these links only once. Send each to its student. The old ones are switched off.</p>
					<ul className={css.plain}>
						{made.map(({ name, path }) => (
							<li key={path}>
								<span dir="auto">{name}</span>: <code>{`${here}${path}`}</code> <CopyButton text={`${here}${path}`} />
							</li>
						))}
					</ul>
				</div>
			)}
			<Refusals refusals={refused} />
		</section>
	);
}
