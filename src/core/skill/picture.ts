/** What may be kept of a picture or clip, in which form, and how much of it. */

export const pictureTypes = ["image/webp", "video/mp4"] as const;
export type PictureType = (typeof pictureTypes)[number];

/** What a picture's consent says where nobody is to be recognised. */
export const NOBODY = "no person in it";

/** What may be brought, before it is made smaller. */
export const MOST_BRINGING = 30_000_000;
/** Clips are kept as they are. */
export const MOST_CLIP = 5_000_000;
/** Longest base64 of what is kept. */
export const PICTURE_CHARS = 7_000_000;
/** Longest side of a picture, in pixels. */
export const LONGEST_SIDE = 1600;
