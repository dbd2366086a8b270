import css from "./frame.module.css";

export interface KeyHint {
	keys: readonly string[];
	does: string;
}

export const Key = ({ name }: { name: string }) => <kbd className={css.key}>{name}</kbd>;
