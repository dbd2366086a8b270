"use client";

import { useEffect, useState, useSyncExternalStore } from "react";
import { type KeepingState, LessonOnDevice, type LessonState } from "@/device/lesson";
import { holdLessonOpen } from "@/device/lessonOpen";
import { storageInWorker } from "@/device/storage/client";

/** The lesson named in the address. One static page serves every lesson, with or without a signal. */
export function useLessonId(): string | null {
	const [id, setId] = useState<string | null>(null);
	useEffect(() => setId(new URLSearchParams(window.location.search).get("lesson") ?? ""), []);
	return id;
}

export interface OpenLesson {
	lesson: LessonOnDevice;
	state: LessonState;
}

export function useLesson(id: string): OpenLesson {
	const [lesson] = useState(() => new LessonOnDevice(id, storageInWorker(id)));
	useEffect(() => {
		void lesson.start();
		const close = holdLessonOpen();
		// What was edited on another page or device meanwhile is known when one comes back.
		const back = () => document.visibilityState === "visible" && void lesson.freshPack();
		document.addEventListener("visibilitychange", back);
		return () => {
			document.removeEventListener("visibilitychange", back);
			close();
			lesson.stop();
		};
	}, [lesson]);
	return { lesson, state: useSyncExternalStore(lesson.subscribe, lesson.snapshot, lesson.snapshot) };
}

/** How far a lesson is kept and sent, for the part of a screen that says so. */
export const useMarks = (lesson: LessonOnDevice): KeepingState =>
	useSyncExternalStore(lesson.subscribeFirst, lesson.marks, lesson.marks);
