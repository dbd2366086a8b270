/** Names by which a computer calls itself, with or without a port: what is asked for by them nobody else can ask for. */

const loopback = /^(localhost|127\.\d+\.\d+\.\d+|\[::1\])(:\d+)?$/;
/** Several studios on one machine have names under it. */
const underLocalhost = /^([a-z0-9-]+\.)*localhost(:\d+)?$/;

export const isLoopback = (host: string): boolean => loopback.test(host);
export const isUnderLocalhost = (host: string): boolean => underLocalhost.test(host);
