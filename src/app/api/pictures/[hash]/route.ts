import { refused, stranger } from "@/server/route";
import { store } from "@/server/store";
import { findPicture } from "@/store/pictures";

/** A picture by its hash: it never changes, so a device may keep it. */
export async function GET(request: Request, { params }: { params: Promise<{ hash: string }> }) {
	const away = stranger(request);
	if (away) return away;
	const picture = await findPicture(await store(), (await params).hash);
	if (!picture)
		return refused(404, [{ path: "hash", sentence: "Picture not found. The imported file may not have included it." }]);
	return new Response(picture.bytes, {
		headers: {
			"content-type": picture.type,
			"cache-control": "private, max-age=31536000, immutable",
			"x-content-type-options": "nosniff",
		},
	});
}
