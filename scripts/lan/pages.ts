import type { ServerResponse } from "node:http";

/** The few pages that stand before the passcode: plain, with nothing of anybody in them. */

const style = `
body{font:18px/1.35 system-ui,sans-serif;background:#f6f3ec;color:#16202a;max-width:34rem;margin:0 auto;padding:24px 16px}
h1{font-size:1.5rem;margin:0 0 12px}input,button{font:inherit;min-height:64px;width:100%;box-sizing:border-box;border:1.5px solid #16202a;border-radius:2px;padding:0 12px;background:#fff;color:inherit}
button{background:#16202a;color:#f6f3ec;font-weight:700;margin-top:12px}.asks{color:#8a4b00;font-weight:700}svg{width:220px;height:220px}a{color:inherit}li{margin-bottom:8px}`;

export const page = (title: string, inside: string): string =>
	`<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${title} · Peg Ladder</title><style>${style}</style></head><body><main><h1>${title}</h1>${inside}</main></body></html>`;

/** @param wrong what is said of the one that was given; null before any was */
export const askPage = (wrong: string | null): string =>
	page(
		"Peg Ladder",
		`<form method="post" action="/passcode"><label for="passcode">The passcode of this studio</label>
<input id="passcode" name="passcode" type="password" autocomplete="current-password" maxlength="200" required autofocus>
${wrong ? `<p class="asks" role="alert">${wrong}</p>` : ""}<button>sign in</button></form>
<p>You stay signed in on this device for 90 days. <a href="/trust">Does the browser warn of this page?</a></p>
<script src="/left.js" defer></script>`,
	);

const done: Record<string, string> = {
	changed: "The passcode is changed. All other devices ask for the new one.",
	ended: "All other devices are signed out and ask for the passcode again.",
};

/** The passcode of whoever is in: another one, this device out, all others out. */
export const minePage = (wrong: string | null, said = ""): string =>
	page(
		"The passcode",
		`${done[said] ? `<p role="status">${done[said]}</p>` : ""}
<form method="post" action="/passcode/new"><label for="old">The passcode as it is</label>
<input id="old" name="old" type="password" autocomplete="current-password" maxlength="200" required>
<label for="new">The new one, six letters or more</label>
<input id="new" name="new" type="password" autocomplete="new-password" maxlength="200" required>
${wrong ? `<p class="asks" role="alert">${wrong}</p>` : ""}<button>change it, and end every session</button></form>
<form method="post" action="/passcode/others"><button>end every session but this one</button></form>
<form method="post" action="/passcode/out"><button>sign out on this device</button></form>
<p><a href="/records">Back to the records</a></p>`,
	);

export const show = (response: ServerResponse, status: number, html: string): void => {
	response.writeHead(status, {
		"content-type": "text/html; charset=utf-8",
		"cache-control": "no-store",
		"content-security-policy":
			"default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; img-src data:; form-action 'self'; base-uri 'none'; frame-ancestors 'none'",
		"x-content-type-options": "nosniff",
		"referrer-policy": "same-origin",
		...(status === 429 ? { "retry-after": "300" } : {}),
	});
	response.end(html);
};

export const trustPage = (address: string, qr: string, own: boolean): string =>
	page(
		"Trust this machine",
		`<p>Peg Ladder is at <a href="${address}">${address}</a></p>${qr}
${
	own
		? `<p>Its certificate was made on the coach's machine, so a phone does not know it yet. Once is enough:</p>
<ol><li><a href="/authority.crt">Fetch the authority's certificate</a> on the phone.</li>
<li>iPhone: Settings, Profile downloaded, install; then General, About, Certificate Trust Settings, switch it on.</li>
<li>Android: Settings, Security, Encryption and credentials, Install a certificate, CA certificate; choose the file.</li>
<li>Open the address above, give the passcode, and add it to the home screen.</li></ol>
<p>Until then a lesson can be counted while the server answers, but the phone can hold nothing ready for when it does not, and may dim its screen.</p>`
		: "<p>It uses the coach's own certificate; there is nothing to install.</p>"
}`,
	);
