/** A shape for each target, told apart at arm's length and without colour. On 100 by 100. */
const shapes = [
	"M50 4a46 46 0 1 0 .01 0Z",
	"M8 8h84v84H8Z",
	"M50 6 96 92H4Z",
	"M36 4h28v32h32v28H64v32H36V64H4V36h32Z",
	"M50 4 96 50 50 96 4 50Z",
	"M50 4a46 46 0 1 0 .01 0ZM50 30a20 20 0 1 1-.01 0Z",
	"M4 34h92v32H4Z",
	"M4 8h40l48 42-48 42H4l46-42Z",
	"M70 4a46 46 0 0 0 0 92Z",
	"M8 4h30v92H8ZM62 4h30v92H62Z",
	"M4 92V50L50 8l46 42v42L50 50Z",
	"M34 4h32v92H34Z",
] as const;

export const shapeCount = shapes.length;

/** Mirrored for the other side, as far as it has sides. */
export const Shape = ({ of, mirrored }: { of: number; mirrored: boolean }) => (
	<svg viewBox="0 0 100 100" aria-hidden="true" style={mirrored ? { transform: "scaleX(-1)" } : undefined}>
		<path d={shapes[of]} fillRule="evenodd" fill="currentColor" />
	</svg>
);
