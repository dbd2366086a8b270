"use client";

import { boardOf } from "@/core/lesson/board";
import { easedIn } from "@/core/pack/easedIn";
import type { LessonOnDevice } from "@/device/lesson";
import { LiveBoard } from "./LiveBoard";
import css from "./page.module.css";
import { useLesson, useLessonId, useMarks } from "./useLesson";

/** The live lesson's static page: everything it shows comes from this device first. */
export function LiveShell() {
	const id = useLessonId();
	if (id === null) return <main className={css.still}>Opening the lesson.</main>;
	if (id === "")
		return (
			<main className={css.still}>
				<h1>No lesson chosen</h1>
				<p>
					Start one from <a href="/">Today</a>.
				</p>
			</main>
		);
	return <Opened id={id} />;
}

function Opened({ id }: { id: string }) {
	const { lesson, state } = useLesson(id);
	if (state.missing)
		return (
			<main className={css.still}>
				<h1>Lesson not found</h1>
				<p>It was never started, or it is in another studio.</p>
				<p>
					<a href="/">Today</a>
				</p>
			</main>
		);
	const pack = state.pack && easedIn(state.pack, state.view);
	const board = pack && boardOf(state.view, pack);
	if (!state.ready || !pack || !board)
		return (
			<main className={css.still}>
				<p>Opening the lesson.</p>
				<WhyNot lesson={lesson} />
				{state.ready && !board && (
					<p>
						No tries in this lesson yet. <a href="/">Today</a>
					</p>
				)}
			</main>
		);
	return <LiveBoard lesson={lesson} state={state} pack={pack} board={board} />;
}

/** What keeps a lesson from opening. By itself: the lesson is not to be drawn anew when only its marks change. */
function WhyNot({ lesson }: { lesson: LessonOnDevice }) {
	const { trouble } = useMarks(lesson);
	return trouble && <p role="status">{trouble}</p>;
}
