"use client";

import { useLesson, useLessonId } from "@/screens/live/useLesson";
import { BenchPage } from "@/ui/BenchPage";
import Link from "@/ui/Link";
import { WrapUp } from "./WrapUp";

/** The wrap-up's static page: it reads the lesson from this device, signal or not. */
export function WrapShell() {
	const id = useLessonId();
	return id ? <Opened id={id} /> : <BenchPage>{id === "" && <p>No lesson chosen.</p>}</BenchPage>;
}

function Opened({ id }: { id: string }) {
	const { lesson, state } = useLesson(id);
	if (state.missing || !state.ready || !state.pack)
		return (
			<BenchPage>
				<p>{state.missing ? "Lesson not found." : "Opening the lesson."}</p>
				<Link href="/">Today</Link>
			</BenchPage>
		);
	return <WrapUp lesson={lesson} state={state} pack={state.pack} />;
}
