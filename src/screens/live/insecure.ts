/** What is missing where the address is not secure. */
export const insecureWords =
	"This address is not secure. You can count while this page stays open. Without a signal you cannot open it again, and the screen may go dark. To fix it, start the program with: npm start -- --lan";
