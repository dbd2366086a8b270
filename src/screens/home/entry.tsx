import { createRoot } from "react-dom/client";
import type { PageData } from "@/core/practice/pageData";
import { holdReady } from "@/device/holdReady";
import { readKept } from "@/device/localKeep";
import { type PhoneState, PhoneStore } from "@/device/practice";
import { handOver } from "@/ui/dates";
import { LIGHT } from "@/ui/lightScript";
import { HandBack } from "./HandBack";
import { HomePage } from "./HomePage";
import css from "./home.module.css";
import { Practice } from "./practice";
import "@/ui/tokens.css";
import "./home.css";

/** The student's page begins here: by the link, as one file, or closed with what is still on the phone. */
// Of the same build as this script, which the page names by what is in it: nothing has to be parsed once more.
const data: PageData | null = JSON.parse(document.getElementById("data")?.textContent ?? "null");
const root = document.getElementById("page");

document.documentElement.dataset.light = readKept(LIGHT) ?? "paper";
handOver();

if (root && data) {
	createRoot(root).render(<HomePage practice={new Practice(data, window.location.pathname)} />);
	if (data.ends !== null && "serviceWorker" in navigator)
		void holdReady("/p/sw.js", { scope: "/p/" }).catch(() => {
			// Refused: the page still works while it is open.
		});
} else if (root) void showLeft(root);

/** The link is closed: what was written under it and never went out can still be given back by hand. */
async function showLeft(at: HTMLElement): Promise<void> {
	const left = await (await PhoneStore.open()).findByPath(window.location.pathname).catch(() => null);
	if (left && unsent(left).length > 0)
		createRoot(at).render(
			<div className={css.page}>
				<HandBack id={left.id} secret={left.key} name={left.name} acts={[...left.acts, ...left.unread]} />
			</div>,
		);
}

const unsent = ({ acts, unread, sent }: PhoneState) => [...acts.filter(({ id }) => !sent.includes(id)), ...unread];
