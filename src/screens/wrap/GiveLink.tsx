"use client";

import { useState } from "react";
import Button from "react-bootstrap/Button";
import type { Pack } from "@/core/pack/pack";
import { LINK_DAYS } from "@/core/practice/amount";
import { dayAfter } from "@/core/text/fields";
import { assignPractice, openPracticeLink } from "@/server/practice";
import { dayWords, today } from "@/ui/dates";
import Link from "@/ui/Link";
import { opensHereOnly, PrivateAddress } from "@/ui/PrivateAddress";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";

/** How a student gets to their own page: by the link they have, or one that is made now; where none could be opened, by the file or on paper. */
export function GiveLink({
	student,
	name,
	page,
}: {
	student: string;
	name: string;
	page: NonNullable<Pack["students"][number]["page"]> | undefined;
}) {
	const { refused, ask } = useRefusals();
	const [made, setMade] = useState<string | null>(null);
	const ends = dayAfter(today(), LINK_DAYS);
	if (page?.link && !made)
		return (
			<p className="mute m-0 mt-2">
				{name} has a link to their page. It works until {dayWords(ends)} when you finish the lesson.{" "}
				<Link href={`/practice/${page.id}`}>Open their page</Link>
			</p>
		);
	if (typeof window !== "undefined" && opensHereOnly(window.location.origin))
		return (
			<p className="mute m-0 mt-2">
				This studio opens on this computer only, so a link would not work on their phone. Finish the lesson, then send
				the file or print it from {page ? <Link href={`/practice/${page.id}`}>their page</Link> : "their page"}. For
				links, start the program with <b>npm start -- --lan</b>.
			</p>
		);
	return (
		<div className="mt-2">
			{made ? (
				<div role="status">
					<p className="m-0">You see this link only once. It opens {name}’s practice and nothing else.</p>
					<PrivateAddress address={made} />
				</div>
			) : (
				<Button
					variant="outline-primary"
					onClick={async () => {
						const own = await ask(assignPractice(student, []));
						if (!own.ok) return;
						const link = await ask(openPracticeLink(own.value.id, { name, ends, address: window.location.origin }));
						if (link.ok) setMade(`${window.location.origin}${link.value}`);
					}}
				>
					make a link for {name}
				</Button>
			)}
			<Refusals refusals={refused} />
		</div>
	);
}
