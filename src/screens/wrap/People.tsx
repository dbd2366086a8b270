"use client";

import { useKept } from "@/ui/useKept";
import css from "./wrap.module.css";

export interface People {
	/** Whose part of the wrap-up is shown; null where one student was here, or nobody. */
	who: string | null;
	show: (student: string) => void;
	/** Whose notes were sent. */
	sent: readonly string[];
	markSent: (student: string) => void;
	/** Who comes after the one shown. */
	next: string | null;
}

/** One person at a time, where several were here: who is shown, and whose note was sent, are remembered on this device. */
export function usePeople(lesson: string, students: readonly string[]): People {
	const [at, setAt] = useKept(`wrapped ${lesson}`, "");
	const [sentText, setSent] = useKept(`sent ${lesson}`, "[]");
	const sent = JSON.parse(sentText) as string[];
	const who = students.length < 2 ? null : students.includes(at) ? at : (students[0] ?? null);
	const after = students[students.indexOf(who ?? "") + 1];
	return {
		who,
		show: (student) => {
			setAt(student);
			window.scrollTo(0, 0);
		},
		sent,
		markSent: (student) => {
			if (!sent.includes(student)) setSent(JSON.stringify([...sent, student]));
		},
		next: who === null ? null : (after ?? null),
	};
}

/** Names across the top; a tick where the note was sent. */
export function Names({
	people,
	students,
	nameOf,
}: {
	people: People;
	students: readonly string[];
	nameOf: (student: string) => string | undefined;
}) {
	return (
		people.who !== null && (
			<nav className={css.names} aria-label="Whose wrap-up">
				{students.map((student) => (
					<button
						key={student}
						type="button"
						aria-pressed={people.who === student}
						onClick={() => people.show(student)}
						dir="auto"
					>
						{nameOf(student) ?? "somebody"}
						{people.sent.includes(student) && <span> ✓ sent</span>}
					</button>
				))}
			</nav>
		)
	);
}
