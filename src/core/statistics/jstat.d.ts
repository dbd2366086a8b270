declare module "jstat" {
	export const jStat: {
		studentt: {
			/** Quantile of Student's t with so many degrees of freedom. */
			inv(p: number, freedom: number): number;
		};
		/** Inverse of a square matrix. */
		inv(matrix: number[][]): number[][];
		/** Logarithm of the gamma function. */
		gammaln(x: number): number;
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
