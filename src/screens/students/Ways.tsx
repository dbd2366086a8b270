import { plural } from "@/core/text/lists";
import type { StudentPageProps } from "@/server/readStudents";
import { dayWords, fromToday } from "@/ui/dates";
import Link from "@/ui/Link";
import ruled from "@/ui/ruled.module.css";
import css from "./students.module.css";

interface Way {
	href: string;
	name: string;
	/** The newest fact behind it. */
	fact: string;
}

/** Where one goes from a student, each with its newest fact; what nothing can be seen of yet is left out. */
export function waysFrom({ at, ladders, lessons, held, practice, promises, newest }: StudentPageProps): Way[] {
	const here = `/students/${at.id}`;
	const { next, booked, due, load } = newest;
	const inUse = ladders.filter((ladder) => !ladder.archived);
	const [newestPractice] = practice;
	const last = lessons[0]?.day;
	return [
		held > 0 && {
			href: `${here}/lessons`,
			name: "Lessons",
			fact: `${held}${last ? `, the last ${fromToday(last)}` : ""}`,
		},
		held > 0 && {
			href: `${here}/progress`,
			name: "Then and now",
			fact: "the first lesson beside the latest, lessons to the top",
		},
		inUse.length > 0 && {
			href: `/season?student=${at.id}`,
			name: "Season",
			fact: booked > 0 ? `${plural(booked, "lesson")} in the calendar` : "no lesson in the calendar",
		},
		inUse.length > 0 && {
			href: `/plans?student=${at.id}`,
			name: "Lesson plans",
			fact: next ? `next lesson ${dayWords(next)}` : "no next lesson yet",
		},
		newestPractice && {
			href: `/practice/${newestPractice.id}`,
			name: "Home practice",
			fact: newestPractice.last
				? `${newestPractice.last.good} of ${newestPractice.last.tries} good ${fromToday(newestPractice.last.day)}`
				: "no entries yet",
		},
		due.length > 0 && {
			href: `/plans?student=${at.id}`,
			name: "Checks due",
			fact: due.join(", "),
		},
		promises.length > 0 && {
			href: "#promises",
			name: "Promises",
			fact: `${promises.length} open`,
		},
		held > 0 && {
			href: `${here}/load`,
			name: "Training load",
			fact: load
				? `${load.part} ${Math.round(load.week)}${load.limit ? ` of ${load.limit}` : ""}, last 7 days`
				: "none in the last 7 days",
		},
		inUse.length > 0 && { href: `${here}/report`, name: "Report", fact: "the season on one page, to print or send" },
		{ href: "/care", name: "Safety and consent", fact: "checklists, reminders, consent" },
	].filter((way): way is Way => Boolean(way));
}

export const Ways = (page: StudentPageProps) => (
	<nav aria-label={`More about ${page.student.name}`}>
		<ul className={`${ruled.ruled} ${css.ways}`}>
			{waysFrom(page).map(({ href, name, fact }) => (
				<li key={name}>
					<Link href={href}>
						<b>{name}</b>
						<span dir="auto">{fact}</span>
					</Link>
				</li>
			))}
		</ul>
	</nav>
);
