import { wholeLocaleOf } from "@/core/languages/wholeLocale";
import { foldText } from "@/core/text/foldText";
import { filePage } from "@/server/practicePage";
import { pageDataOf, pictureInside } from "@/server/readPractice";
import { refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { findAssignment } from "@/store/practice";
import { findStudent } from "@/store/students";

/** The student's page as one file to send: with everything in it, and no way out of it. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const open = await store();
	const row = await findAssignment(open, (await params).id);
	const who = row && (await findStudent(open, row.student));
	if (!row || !who) return refused(404, [{ path: "id", sentence: "This practice was deleted." }]);
	const data = await pageDataOf(open, row, { ends: null, pictures: (hash) => pictureInside(open, hash) });
	const name = foldText(who.student.name).replace(/[^a-z0-9]+/g, "-") || "student";
	return new Response(filePage(data, wholeLocaleOf(data.language)), {
		headers: {
			"content-type": "text/html; charset=utf-8",
			"content-disposition": `attachment; filename="practice-${name}.html"`,
			"cache-control": "no-store",
		},
	});
}
