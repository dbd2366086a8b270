import { create } from "qrcode/lib/core/qrcode";
import { useMemo } from "react";

const QUIET = 4;

/** A QR code as one drawing, dark on white in every light. */
export function QrPicture({ words, label }: { words: string; label: string }) {
	const { size, path } = useMemo(() => {
		const { modules } = create(words, { errorCorrectionLevel: "L" });
		let drawn = "";
		for (let y = 0; y < modules.size; y++)
			for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) drawn += `M${x + QUIET} ${y + QUIET}h1v1h-1z`;
		return { size: modules.size + 2 * QUIET, path: drawn };
	}, [words]);
	return (
		<svg viewBox={`0 0 ${size} ${size}`} role="img" aria-label={label} shapeRendering="crispEdges">
			<path fill="#fff" d={`M0 0h${size}v${size}H0z`} />
			<path fill="#000" d={path} />
		</svg>
	);
}
