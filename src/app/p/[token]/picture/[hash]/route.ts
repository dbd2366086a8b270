import { visitorOf } from "@/server/practiceLink";
import { picturesIn } from "@/server/readPractice";
import { refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { findPicture } from "@/store/pictures";

/** A picture of the link's own assignment; any other is not there, whether it exists or not. */
export async function GET(request: Request, { params }: { params: Promise<{ token: string; hash: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const { token, hash } = await params;
	const open = await store();
	const visitor = await visitorOf(open, token);
	if ("status" in visitor) return refused(visitor.status, [{ path: "token", sentence: visitor.sentence }]);
	const found = picturesIn(visitor.row.assignment).includes(hash) ? await findPicture(open, hash) : null;
	if (!found) return refused(404, [{ path: "hash", sentence: "This picture does not belong to the practice." }]);
	return new Response(found.bytes, {
		headers: { "content-type": found.type, "cache-control": "private, max-age=31536000, immutable" },
	});
}
