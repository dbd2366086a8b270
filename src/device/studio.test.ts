import "fake-indexeddb/auto";
import { Local } from "./local";
import { openLocal } from "./studio";

test("a store is opened once; one that could not be opened is tried again when it is next asked for", async () => {
	const open = jest.spyOn(Local, "open");
	open.mockRejectedValueOnce(new DOMException("There is no room left.", "QuotaExceededError"));
	await expect(openLocal("full")).rejects.toThrow("is full");
	const local = await openLocal("full");
	expect(local.studio).toBe("full");
	expect(await openLocal("full")).toBe(local);
	expect(open).toHaveBeenCalledTimes(2);
});
