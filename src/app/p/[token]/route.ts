import { visitorOf } from "@/server/practiceLink";
import { linkPage, sayPage } from "@/server/practicePage";
import { pageDataOf } from "@/server/readPractice";
import { stranger } from "@/server/route";
import { store } from "@/server/store";

const html = (body: string, status: number, after?: number) =>
	new Response(body, {
		status,
		headers: {
			"content-type": "text/html; charset=utf-8",
			"cache-control": "no-store",
			...(after === undefined ? {} : { "retry-after": String(after) }),
		},
	});

/** The student's own page, for whoever has its address: this one assignment, and nothing else. */
export async function GET(request: Request, { params }: { params: Promise<{ token: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const { token } = await params;
	const open = await store();
	const visitor = await visitorOf(open, token);
	if ("status" in visitor) return html(sayPage(visitor), visitor.status, visitor.after);
	const data = await pageDataOf(open, visitor.row, {
		ends: visitor.ends,
		pictures: async (hash) => `/p/${token}/picture/${hash}`,
	});
	return html(linkPage(data, visitor.locale), 200);
}
