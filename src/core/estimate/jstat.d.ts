declare module "jstat" {
	export const jStat: {
		beta: {
			/** Regularised incomplete beta function. */
			cdf(x: number, alpha: number, beta: number): number;
			/** Its inverse in x. */
			inv(p: number, alpha: number, beta: number): number;
		};
	};
}
