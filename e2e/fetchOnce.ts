/**
 * A request on a connection of its own. Node keeps connections for the next request; on a slow machine the server has
 * let go of one by then, and the request fails without ever having been heard.
 */
export const fetchOnce = (
	url: string,
	init: RequestInit & { headers?: Record<string, string> } = {},
): Promise<Response> => fetch(url, { ...init, headers: { ...init.headers, connection: "close" } });
