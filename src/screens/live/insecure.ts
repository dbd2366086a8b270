/** What is missing where the address is not secure. */
export const insecureWords =
	"This address is not secure: the lesson counts on while the page is open, but without a signal it cannot be opened again, and the screen may go dark. Serve phones with: npm start -- --lan";
