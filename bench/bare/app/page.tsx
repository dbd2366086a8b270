export default function Page() {
	return <h1>A page</h1>;
}
