/** A picture or clip from the studio's own store. */
export const Media = ({ picture, words }: { picture: { hash: string; clip: boolean }; words: string }) =>
	picture.clip ? (
		<video src={`/api/pictures/${picture.hash}`} controls muted loop playsInline aria-label={words} />
	) : (
		// biome-ignore lint/performance/noImgElement: it comes from this machine, small already; an optimiser would only be in the way
		<img src={`/api/pictures/${picture.hash}`} alt={words} loading="lazy" />
	);
