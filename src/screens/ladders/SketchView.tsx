import { type LengthUnit, lengthWords } from "@/core/coach/lengths";
import type { Sketch, SketchItem, SketchKind } from "@/core/ladder/sketch";
import { DEPTH, type Distance, distances, sketchFor } from "@/core/ladder/sketchSeen";
import { type SketchWords, sketchWords } from "@/core/ladder/sketchWords";
import { readSides, type Sides } from "@/core/skill/sides";
import css from "./sketch.module.css";

/** Whose side it is seen from, and in which unit. */
export interface Sees extends Sides {
	unit: LengthUnit;
}

/** Width of the drawing in its own units; a metre is `WIDE / across` of them. */
export const WIDE = 400;

/** Shapes say what a thing is: a disc stands for somebody, a cross for a mark, a square for an object, a wedge for a camera. */
export function SketchShape({ kind }: { kind: SketchKind }) {
	switch (kind) {
		case "person":
			return <circle r={9} className={css.solid} />;
		case "mark":
			return <path d="M-8 -8L8 8M-8 8L8 -8" className={css.stroke} />;
		case "object":
			return <rect x={-8} y={-8} width={16} height={16} className={css.hollow} />;
		case "camera":
			return <path d="M-9 0L9 -9V9Z" className={css.hollow} />;
	}
}

/** Where a thing lies in the drawing. */
export const placeOf = ({ x, y }: Pick<SketchItem, "x" | "y">, across: number) => ({
	left: (x / across + 0.5) * WIDE,
	top: (DEPTH - y / across) * WIDE,
});

/** A told distance, drawn: its words beside a line that goes up, above one that goes across. */
export function DistanceLine({ distance, across, unit }: { distance: Distance; across: number; unit: LengthUnit }) {
	const [a, b] = [placeOf(distance.from, across), placeOf(distance.to, across)];
	const up = Math.abs(a.top - b.top) > Math.abs(a.left - b.left);
	// A little off the middle, where a mark may lie.
	const [x, y] = [a.left + (b.left - a.left) * 0.25, a.top + (b.top - a.top) * 0.25];
	return (
		<g>
			<line x1={a.left} y1={a.top} x2={b.left} y2={b.top} className={css.line} />
			<text x={up ? x + 8 : x} y={up ? y + 4 : y - 6} textAnchor={up ? "start" : "middle"} className={css.length}>
				{lengthWords(distance.metres, unit)}
			</text>
		</g>
	);
}

/** The set-up as it is seen from a side: who and what lies where, how far apart, and what does for it at home. */
export function SketchView({
	sketch: drawn,
	sees,
	words = sketchWords,
}: {
	sketch: Sketch;
	sees: Sees;
	words?: SketchWords;
}) {
	const sketch = sketchFor(drawn, sees.side);
	const { each, sum } = distances(sketch);
	const read = (words: string) => readSides(words, sees);
	const name = (item: SketchItem) => read(item.name);
	const homes = sketch.items.filter(({ home }) => home);
	return (
		<figure className={css.view}>
			<svg
				viewBox={`0 0 ${WIDE} ${WIDE * DEPTH}`}
				role="img"
				aria-label={words.label(sketch.items.map((item) => `${name(item)} (${words.kind(item.kind)})`).join(", "))}
			>
				{each.map((distance) => (
					<DistanceLine
						key={`${distance.from.id}${distance.to.id}`}
						distance={distance}
						across={sketch.across}
						unit={sees.unit}
					/>
				))}
				{sketch.items.map((item) => {
					const { left, top } = placeOf(item, sketch.across);
					return (
						<g key={item.id} transform={`translate(${left} ${top})`}>
							<SketchShape kind={item.kind} />
							<text y={24} className={css.name} textAnchor={left < 60 ? "start" : left > WIDE - 60 ? "end" : "middle"}>
								{item.height ? words.up(name(item), lengthWords(item.height, sees.unit)) : name(item)}
							</text>
						</g>
					);
				})}
			</svg>
			{(each.length > 1 || homes.length > 0) && (
				<figcaption>
					{each.length > 1 && (
						<>
							{each.map(({ metres }) => lengthWords(metres, sees.unit)).join(" + ")} ={" "}
							<b>{lengthWords(sum, sees.unit)}</b>
							{homes.length > 0 && ". "}
						</>
					)}
					{homes.length > 0 &&
						words.home(homes.map((item) => words.instead(read(item.home ?? ""), name(item))).join(", "))}
				</figcaption>
			)}
		</figure>
	);
}
