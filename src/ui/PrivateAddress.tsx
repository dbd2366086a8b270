"use client";

import { isLoopback, isUnderLocalhost } from "@/core/text/hosts";
import { CopyButton } from "./CopyButton";

/** Whether an address opens on the computer alone that serves it. */
export function opensHereOnly(address: string): boolean {
	const { hostname } = new URL(address);
	return isLoopback(hostname) || isUnderLocalhost(hostname);
}

/** An address that is given away, with what it is copied by; where nobody else could open it, that is said first. */
export function PrivateAddress({ address }: { address: string }) {
	return (
		<>
			{opensHereOnly(address) && (
				<p className="asks m-0">
					Only this computer can open this address. For phones, start the program with <b>npm start -- --lan</b>. Open
					the studio at the address it prints, and make the link there.
				</p>
			)}
			<code data-testid="address">{address}</code>
			<CopyButton text={address} />
		</>
	);
}
