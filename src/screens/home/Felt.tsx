import { feelings, type feelingWays } from "@/core/practice/feelings";
import { Choice } from "./Choice";
import css from "./home.module.css";
import { useSpeech } from "./Speech";

export type FeelingWay = (typeof feelingWays)[number];

/** How far the mouth bends for each feeling, from bad to very good. */
const BEND = [-9, -4, 0, 5, 10] as const;

const Face = ({ bend }: { bend: number }) => (
	<svg viewBox="-16 -16 32 32" width="32" height="32" aria-hidden="true" className={css.face}>
		<circle r="14" />
		<path d="M-5 -5v2M5 -5v2" />
		<path d={`M-7 ${6 - bend / 3}Q0 ${6 + bend} 7 ${6 - bend / 3}`} />
	</svg>
);

/** How it felt, by a face, a word or a number: the coach chooses which. */
export function Felt({
	way,
	value,
	onChoose,
}: {
	way: FeelingWay;
	value: number | null;
	onChoose: (felt: number) => void;
}) {
	const { say } = useSpeech();
	return (
		<fieldset>
			<legend>{say(way === "numbers" ? "entry.felt numbers" : "entry.felt")}</legend>
			{feelings.map((one, i) => (
				<Choice key={one} name="felt" chosen={value === one} onChoose={() => onChoose(one)}>
					{way === "numbers" ? (
						one
					) : way === "words" ? (
						say(`feeling.${one}`)
					) : (
						<>
							<Face bend={BEND[i] ?? 0} />
							<span className="visually-hidden">{say(`feeling.${one}`)}</span>
						</>
					)}
				</Choice>
			))}
		</fieldset>
	);
}
