declare module '*.ttl?raw' {
	const text: string;
	export default text;
}
