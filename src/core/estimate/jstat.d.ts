declare module "jstat" {
	export const jStat: {
		gamma: {
			/** Regularised lower incomplete gamma function of x / scale. */
			cdf(x: number, shape: number, scale: number): number;
		};
		beta: {
			/** Regularised incomplete beta function. */
			cdf(x: number, alpha: number, beta: number): number;
			/** Its inverse in x. */
			inv(p: number, alpha: number, beta: number): number;
		};
	};
	/** Under Node's own loader the package has a default export only. */
	const all: { jStat: typeof jStat };
	export default all;
}
