"use client";

import { useCallback, useEffect, useState } from "react";
import type { Refusal } from "@/core/refusals/refusals";
import type { Job } from "@/server/jobs";
import { NO_ANSWER } from "@/ui/answered";

const LOOK_EVERY_MS = 300;

/** A long job of the server's: started, watched, stopped, and let go. */
export function useJob() {
	const [job, setJob] = useState<Job | null>(null);
	const [refused, setRefused] = useState<Refusal[]>([]);
	/** Share of a file that was sent, while it is being sent. */
	const [sent, setSent] = useState<number | null>(null);
	const [sending, setSending] = useState<XMLHttpRequest | null>(null);
	/** Stopped before the server had the whole file, so that there is no job to say so. */
	const [halted, setHalted] = useState(false);
	const id = job?.id;
	const running = job?.state === "running";

	const look = useCallback(async (which: string) => {
		try {
			const response = await fetch(`/api/jobs/${which}`, { cache: "no-store" });
			if (response.ok) setJob((await response.json()) as Job);
			else setRefused(((await response.json()) as { refusals: Refusal[] }).refusals);
		} catch {
			setRefused([{ path: "", sentence: NO_ANSWER }]);
		}
	}, []);

	useEffect(() => {
		if (!id || !running) return;
		const timer = setInterval(() => look(id), LOOK_EVERY_MS);
		return () => clearInterval(timer);
	}, [id, running, look]);

	const took = async (status: number, text: string) => {
		const answer = JSON.parse(text) as { id?: string; refusals?: Refusal[] };
		if (status >= 400 || !answer.id) setRefused(answer.refusals ?? [{ path: "", sentence: NO_ANSWER }]);
		else await look(answer.id);
	};

	return {
		job,
		refused,
		sent,
		stopped: halted || job?.state === "stopped",
		/** Sends a file, or nothing for a job that needs none; its progress is told by `sent`. */
		start(kind: "check" | "checkBackup" | "demo", file?: File) {
			setRefused([]);
			setJob(null);
			setHalted(false);
			// Only this kind of request says how much of a file is gone.
			const request = new XMLHttpRequest();
			request.open("POST", `/api/jobs?kind=${kind}`);
			request.upload.onprogress = (event) => setSent(event.total > 0 ? event.loaded / event.total : 0);
			request.onload = () => {
				setSending(null);
				setSent(null);
				void took(request.status, request.responseText);
			};
			request.onerror = () => {
				setSending(null);
				setSent(null);
				setRefused([{ path: "", sentence: NO_ANSWER }]);
			};
			setSending(request);
			if (file) setSent(0);
			request.send(file ?? null);
		},
		async act(body: object) {
			if (!id) return;
			setRefused([]);
			try {
				const response = await fetch(`/api/jobs/${id}`, {
					method: "POST",
					headers: { "content-type": "application/json" },
					body: JSON.stringify(body),
				});
				await took(response.status, await response.text());
			} catch {
				setRefused([{ path: "", sentence: NO_ANSWER }]);
			}
		},
		stopSending() {
			sending?.abort();
			setHalted(true);
			setSending(null);
			setSent(null);
		},
		letGo() {
			if (id) void fetch(`/api/jobs/${id}`, { method: "POST", body: JSON.stringify({ act: "forget" }) });
			setJob(null);
			setRefused([]);
			setHalted(false);
		},
	};
}

export type JobHandle = ReturnType<typeof useJob>;
