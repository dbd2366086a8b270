import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import Modal from "react-bootstrap/Modal";
import { findablesIn, inGroups, searchIn } from "@/core/find/find";
import { cutText } from "@/core/text/fields";
import { usePackHere } from "@/device/usePackHere";
import { findOnServer } from "@/server/find";
import type { Hit } from "@/server/readFind";
import { answeredPlainly } from "@/ui/answered";
import { dayWords } from "@/ui/dates";
import { useRestedAnswer } from "@/ui/useRestedAnswer";
import { findablePages } from "../places/listed";
import css from "./find.module.css";

/** What the server found; undefined until it answers, null where it does not. */
type FromServer = { name: string; hits: Hit[] }[] | null | undefined;

const Row = ({ title, text, day = "" }: { title: string; text: string; day?: string }) => (
	<>
		<span dir="auto">{title}</span>
		<span className={css.more} dir="auto">
			{day && `${dayWords(day)} · `}
			{text.length > 120 ? `${cutText(text, 120)}…` : text}
		</span>
	</>
);

/** Whether the server was asked, and what it said; what this device holds is above it in any case. */
function serverLine(query: string, groups: FromServer): string {
	if (query === "") return "";
	if (groups === undefined) return "Searching notes and cues on the server…";
	if (groups === null) return "The server does not answer. You see what this device holds.";
	return groups.length === 0 ? "No notes or cues with these words." : "";
}

/**
 * Search over the page: people, ladders, pages and acts from what this device holds, at once; what was said from the
 * server, as soon as it answers. Arrows choose, Enter opens.
 */
export function SearchPanel({ open, onClose }: { open: boolean; onClose: () => void }) {
	const router = useRouter();
	const pack = usePackHere();
	const [typed, setTyped] = useState("");
	// Not a moment behind what is typed: Enter opens what stands there.
	const query = typed.trim();
	const search = useMemo(() => searchIn([...findablePages, ...(pack ? findablesIn(pack) : [])]), [pack]);
	const here = query === "" ? findablePages.filter(({ group }) => group === "Do") : search(query);
	const groups = useRestedAnswer(query || null, () => answeredPlainly(findOnServer(query)));
	const isEmpty = here.length === 0 && !groups?.length;
	const go = (href: string) => {
		onClose();
		router.push(href);
	};
	return (
		<Modal show={open} onHide={onClose} size="lg" fullscreen="sm-down" aria-label="Search">
			<Command shouldFilter={false} label="Search" loop className={css.command}>
				<div className={css.line}>
					<Command.Input
						autoFocus
						value={typed}
						onValueChange={setTyped}
						maxLength={200}
						placeholder="name, page, act, or words you said"
						dir="auto"
					/>
					<button type="button" onClick={onClose}>
						close
					</button>
				</div>
				<Command.List className={css.list} label="Found">
					{inGroups(here).map(({ group, found }) => (
						<Command.Group key={group} heading={group}>
							{found.map(({ id, title, text, href }) => (
								<Command.Item key={id} value={id} onSelect={() => go(href)}>
									<Row title={title} text={text} />
								</Command.Item>
							))}
						</Command.Group>
					))}
					{groups?.map(({ name, hits }) => (
						<Command.Group key={name} heading={`${name}, from the server`}>
							{hits.map(({ href, title, text, day }) => (
								<Command.Item key={`${href}${title}${text}`} value={`${href}${title}${text}`} onSelect={() => go(href)}>
									<Row title={title} text={text} day={day} />
								</Command.Item>
							))}
						</Command.Group>
					))}
					{groups?.length ? (
						<Command.Group>
							<Command.Item value="all results" onSelect={() => go(`/find?q=${encodeURIComponent(query)}`)}>
								show all results on one page
							</Command.Item>
						</Command.Group>
					) : null}
				</Command.List>
				<p className={css.said} role="status">
					{isEmpty && groups !== undefined ? "Nothing found. Try fewer or shorter words." : serverLine(query, groups)}
				</p>
			</Command>
		</Modal>
	);
}
