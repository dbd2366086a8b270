import type { Refusal } from "@/core/refusals/refusals";
import { plural } from "@/core/text/lists";

/** What is odd in a file and comes in all the same: the record is never mended, only read. */
export function Remarks({ remarks }: { remarks: readonly Refusal[] }) {
	if (remarks.length === 0) return null;
	return (
		<details className="mb-2">
			<summary>{plural(remarks.length, "remark")}: imported as written</summary>
			<ul className="ps-3">
				{remarks.map(({ path, sentence }) => (
					<li key={path}>
						{path}: {sentence}
					</li>
				))}
			</ul>
		</details>
	);
}
