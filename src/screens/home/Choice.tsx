import type { ReactNode } from "react";
import css from "./home.module.css";

/** One of a few, as a field to touch. */
export const Choice = ({
	name,
	chosen,
	onChoose,
	children,
}: {
	name: string;
	chosen: boolean;
	onChoose: () => void;
	children: ReactNode;
}) => (
	<label className={css.choice}>
		<input type="radio" name={name} checked={chosen} onChange={onChoose} />
		<span>{children}</span>
	</label>
);
