import Link from "@/ui/Link";
import ruled from "@/ui/ruled.module.css";
import { drawings } from "./drawings";
import css from "./places.module.css";

export interface Listed {
	href: string;
	name: string;
	/** The question it answers. */
	answers: string;
	drawing?: keyof typeof drawings;
}

/** Places as rows one can hit: a drawing, the name, and what it answers. */
export const PlaceList = ({ list }: { list: readonly Listed[] }) => (
	<ul className={`${ruled.ruled} ${css.list}`}>
		{list.map(({ href, name, answers, drawing }) => (
			<li key={href}>
				<Link href={href}>
					{drawing && <span className={css.drawing}>{drawings[drawing]}</span>}
					<span>
						<b>{name}</b>
						<span className={css.answers}>{answers}</span>
					</span>
				</Link>
			</li>
		))}
	</ul>
);
