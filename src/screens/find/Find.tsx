import Form from "react-bootstrap/Form";
import { cutText } from "@/core/text/fields";
import type { FindPage } from "@/server/readFind";
import { BenchPage } from "@/ui/BenchPage";
import { dayWords } from "@/ui/dates";
import Link from "@/ui/Link";
import css from "@/ui/rows.module.css";

/** A plain form, so that it answers before any script has loaded, and its address can be kept. */
export function Find({ query, groups }: FindPage) {
	return (
		<BenchPage margin={<p className="mute">Searches names, kit, wishes, key positions, cues, rungs and notes.</p>}>
			<h1>Search</h1>
			<Form action="/find" method="get" role="search" className="d-flex gap-2 mb-3">
				<Form.Control
					key={query}
					name="q"
					type="search"
					defaultValue={query}
					aria-label="Words to search for"
					dir="auto"
					maxLength={200}
					autoComplete="off"
				/>
				<button type="submit" className="btn btn-primary">
					find
				</button>
			</Form>
			{query.trim() !== "" && groups.length === 0 && (
				<p>Nothing found with all these words. Try fewer or shorter ones.</p>
			)}
			{groups.map(({ name, hits }) => (
				<section key={name} aria-label={name} className="mb-3">
					<h2>{name}</h2>
					<ul className={css.plain}>
						{hits.map(({ href, title, text, day }) => (
							<li key={`${href}${title}${text}`}>
								<Link href={href} dir="auto">
									{title}
								</Link>
								{day && <span className="mute"> {dayWords(day)}</span>}
								{text && (
									<div className="mute" dir="auto">
										{text.length > 200 ? `${cutText(text, 200)}…` : text}
									</div>
								)}
							</li>
						))}
					</ul>
				</section>
			))}
		</BenchPage>
	);
}
