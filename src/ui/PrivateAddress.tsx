"use client";

import { CopyButton } from "./CopyButton";

/** Names by which a computer calls itself: an address with one of them opens on that computer alone. */
const HERE = /^(([a-z0-9-]+\.)*localhost|127(\.\d+){3}|\[::1\])$/;

export const opensHereOnly = (address: string): boolean => HERE.test(new URL(address).hostname);

/** An address that is given away, with what it is copied by; where nobody else could open it, that is said first. */
export function PrivateAddress({ address }: { address: string }) {
	return (
		<>
			{opensHereOnly(address) && (
				<p className="asks m-0">
					Only this computer can open this address. To give it away, start the program with <b>npm start -- --lan</b>,
					open the studio at the address it prints, and make the link there.
				</p>
			)}
			<code data-testid="address">{address}</code>
			<CopyButton text={address} />
		</>
	);
}
