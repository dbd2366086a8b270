"use client";

import { useState, useSyncExternalStore } from "react";
import { isLooking } from "@/core/text/look";
import { forgetStudio } from "@/device/last";
import { leaveLook } from "@/server/look";
import { orRefusal } from "@/ui/answered";
import css from "./madeUp.module.css";

const never = () => () => {};

/** On every page while one looks around: that the students are made up, and the way out. */
export function MadeUp() {
	const looking = useSyncExternalStore(
		never,
		() => isLooking(document.cookie),
		() => false,
	);
	const [failed, setFailed] = useState(false);
	if (!looking) return null;
	return (
		<aside className={css.line} aria-label="Made-up students">
			<span>{failed ? "The server does not answer." : "Made-up students."}</span>
			<button
				type="button"
				onClick={async () => {
					const left = await orRefusal(leaveLook());
					if (!left.ok) return setFailed(true);
					forgetStudio();
					window.location.assign("/");
				}}
			>
				leave
			</button>
		</aside>
	);
}
