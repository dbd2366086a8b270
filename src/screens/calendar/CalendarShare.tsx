"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Form from "react-bootstrap/Form";
import { plural } from "@/core/text/lists";
import { bringBusy, closeFeed, dropBusy, keepTeaching, keepTravel, openFeed } from "@/server/calendar";
import type { CalendarPageProps } from "@/server/readCalendar";
import { dayWords } from "@/ui/dates";
import { FormRow } from "@/ui/FormRow";
import { PrivateAddress } from "@/ui/PrivateAddress";
import { Refusals } from "@/ui/Refusals";
import { useRefusals } from "@/ui/useRefusals";
import css from "./calendar.module.css";

/** The calendar in other programs, theirs in this one, and the way between places. */
export function CalendarShare({
	feeds,
	busy,
	travel,
	hours,
}: Pick<CalendarPageProps, "feeds" | "busy" | "travel" | "hours">) {
	return (
		<>
			<h2 id="other-calendars">Other calendars</h2>
			<p className="m-0">
				<a href="/api/calendar" download="lessons.ics">
					download the lessons as a file
				</a>
				, from a month ago to half a year ahead
			</p>
			<Feeds feeds={feeds} />
			<BusyTimes busy={busy} />
			<Travel travel={travel} />
			<Hours hours={hours} />
		</>
	);
}

/** Addresses to subscribe to, each shown once. */
function Feeds({ feeds }: Pick<CalendarPageProps, "feeds">) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [name, setName] = useState("");
	const [address, setAddress] = useState<string | null>(null);
	return (
		<section aria-label="Calendar links">
			<h3 className={css.small}>Calendar link</h3>
			<p className="mute m-0">
				Anyone with this link sees who comes, when and where, nothing else. You see the link only once. You can switch
				it off.
			</p>
			<Form
				className={css.one}
				onSubmit={async (event) => {
					event.preventDefault();
					const outcome = await ask(openFeed(name));
					if (!outcome.ok) return;
					setAddress(`${window.location.origin}${outcome.value}.ics`);
					setName("");
					router.refresh();
				}}
			>
				<Form.Control
					aria-label="Name of the calendar"
					placeholder="my phone"
					maxLength={60}
					value={name}
					onChange={(event) => setName(event.target.value)}
				/>
				<Button type="submit" variant="outline-primary" disabled={name.trim() === ""}>
					make a link
				</Button>
			</Form>
			{address && (
				<div className={css.address} role="status">
					<PrivateAddress address={address} />
				</div>
			)}
			<ul className={css.plain}>
				{feeds.map((feed) => (
					<li key={feed.id}>
						<span dir="auto">{feed.name}</span>, since {dayWords(feed.createdAt.slice(0, 10))}{" "}
						<Button
							variant="link"
							aria-label={`switch off: ${feed.name}`}
							onClick={async () => {
								const outcome = await ask(closeFeed(feed.id));
								if (!outcome.ok) return;
								setAddress(null);
								router.refresh();
							}}
						>
							switch off
						</Button>
					</li>
				))}
			</ul>
			<Refusals refusals={refused} />
		</section>
	);
}

/** When the coach, or the hall, is taken by something else. */
function BusyTimes({ busy }: Pick<CalendarPageProps, "busy">) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [said, setSaid] = useState("");
	const bring = async (file: File | undefined) => {
		setSaid("");
		if (!file) return;
		const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
		const outcome = await ask(bringBusy(file.name.slice(0, 120), await file.text(), zone));
		if (!outcome.ok) return;
		setSaid(`${plural(outcome.value, "busy time")} imported.`);
		router.refresh();
	};
	return (
		<section aria-label="Busy times">
			<h3 className={css.small}>Busy times from a calendar file</h3>
			<Form.Control
				type="file"
				accept=".ics,text/calendar"
				aria-label="A calendar file"
				onChange={(event) => void bring((event.target as HTMLInputElement).files?.[0])}
			/>
			<p role="status" className="m-0">
				{said}
			</p>
			<ul className={css.plain}>
				{busy.map(({ source, times }) => (
					<li key={source}>
						<span dir="auto">{source}</span>, {plural(times, "time")}{" "}
						<Button
							variant="link"
							aria-label={`remove: ${source}`}
							onClick={async () => {
								const outcome = await ask(dropBusy(source));
								if (outcome.ok) router.refresh();
							}}
						>
							remove
						</Button>
					</li>
				))}
			</ul>
			<Refusals refusals={refused} />
		</section>
	);
}

function Travel({ travel }: { travel: number }) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const [typed, setTyped] = useState(String(travel));
	return (
		<section aria-label="Travel time">
			<FormRow id="travel" label="Minutes between two places" className="mt-3">
				<Form.Control
					type="number"
					inputMode="numeric"
					min={0}
					max={240}
					value={typed}
					onChange={async (event) => {
						setTyped(event.target.value);
						if (event.target.value === "") return;
						const outcome = await ask(keepTravel(Number(event.target.value)));
						if (outcome.ok) router.refresh();
					}}
				/>
			</FormRow>
			<Refusals refusals={refused} />
		</section>
	);
}

/** The hours inside which free time is counted. */
function Hours({ hours }: Pick<CalendarPageProps, "hours">) {
	const router = useRouter();
	const { refused, ask } = useRefusals();
	const keep = async (to: CalendarPageProps["hours"] | null) => {
		if ((await ask(keepTeaching(to))).ok) router.refresh();
	};
	return (
		<section aria-label="Teaching hours">
			<h3 className={css.small}>Teaching hours</h3>
			<p className="mute m-0">
				Free time is counted between these. At first they follow your lessons of the last eight weeks.
			</p>
			<div className={css.one}>
				<Form.Control
					type="time"
					aria-label="Teaching hours from"
					defaultValue={hours.from}
					key={`from ${hours.from}`}
					onBlur={(event) => event.target.value !== hours.from && void keep({ ...hours, from: event.target.value })}
				/>
				<Form.Control
					type="time"
					aria-label="Teaching hours to"
					defaultValue={hours.to}
					key={`to ${hours.to}`}
					onBlur={(event) => event.target.value !== hours.to && void keep({ ...hours, to: event.target.value })}
				/>
			</div>
			<Button variant="link" size="sm" onClick={() => void keep(null)}>
				reset to the lessons’ hours
			</Button>
			<Refusals refusals={refused} />
		</section>
	);
}
