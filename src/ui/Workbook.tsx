/** Takes one student, skill or ladder out as a workbook, with all that belongs to it. */
export function Workbook({ of, id }: { of: "student" | "skill" | "ladder"; id: string }) {
	return (
		<a className="btn btn-link" href={`/api/workbook?of=${of}&id=${id}`} download>
			download
		</a>
	);
}
