/** Names of downloaded files: title and date in plain signs. */
export function fileName(title: string, date: string, ending: string): string {
	const plain = title
		.normalize('NFKD')
		.replace(/[^\w\s-]/g, '')
		.trim()
		.replace(/\s+/g, '-')
		.toLowerCase()
		.slice(0, 60);
	return `${plain || 'enquiry'}-${date}.${ending}`;
}
