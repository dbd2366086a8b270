/** The part of the package that works the code out, without its painters. */
declare module "qrcode/lib/core/qrcode" {
	export { create } from "qrcode";
}
