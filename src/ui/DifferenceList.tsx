import type { Difference, Differences } from "@/core/skill/differ";
import css from "./rows.module.css";

/** What reads otherwise, position by position: what it was, and what it would be. */
export function DifferenceList({ says: { skill, positions } }: { says: Differences }) {
	return (
		<ul className={css.plain} data-testid="differs">
			{skill.length > 0 && (
				<li>
					<b>The skill itself</b>
					<Fields fields={skill} />
				</li>
			)}
			{positions.map(({ id, short, what, fields }) => (
				<li key={id}>
					<b dir="auto">{short || "a position"}</b> {what}
					<Fields fields={fields} />
				</li>
			))}
		</ul>
	);
}

const Fields = ({ fields }: { fields: readonly Difference[] }) =>
	fields.map(({ field, before, after }) => (
		<div key={field} className="mute" dir="auto">
			{field}: <del>{before}</del> <ins>{after}</ins>
		</div>
	));
