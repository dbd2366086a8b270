"use client";

import Button from "react-bootstrap/Button";
import { Refusals } from "@/ui/Refusals";
import css from "./records.module.css";
import type { JobHandle } from "./useJob";

/** How far a job is, with a way to stop it; or why it failed. */
export function Progress({ handle, doing }: { handle: JobHandle; doing: string }) {
	const { job, sent, stopped, refused } = handle;
	const share = sent ?? (job && job.of > 0 ? job.done / job.of : 0);
	const busy = sent !== null || job?.state === "running";
	return (
		<div>
			{busy && (
				<div className="d-flex gap-3 align-items-center my-2">
					<progress className={css.bar} max={1} value={share} aria-label={doing} />
					<span className="mute">
						{sent !== null ? "sending" : job?.step}, {Math.floor(100 * share)} %
					</span>
					<Button
						variant="outline-primary"
						size="sm"
						onClick={() => (sent !== null ? handle.stopSending() : handle.act({ act: "stop" }))}
					>
						stop
					</Button>
				</div>
			)}
			<p role="status" className="m-0">
				{stopped && "Stopped. Nothing was changed."}
				{job?.state === "failed" && `It failed: ${job.sentence}`}
			</p>
			<Refusals refusals={refused} />
		</div>
	);
}
