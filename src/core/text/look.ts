/** The cookie that says that a browser looks around among made-up students: another database answers it. */
export const LOOK = "peg-ladder-look";

/** Whether a cookie header, or what a page sees of it, says so. */
export const isLooking = (cookies: string): boolean => cookies.split("; ").some((one) => one === `${LOOK}=1`);
