/** Files dropped anywhere in an enquiry, on their way to its records. */
export class DroppedFiles {
	private files = $state.raw<readonly File[]>([]);

	get isEmpty(): boolean {
		return this.files.length === 0;
	}
	add(files: readonly File[]): void {
		this.files = [...this.files, ...files];
	}
	/** Whoever takes them has them; nobody else gets them again. */
	take(): readonly File[] {
		const { files } = this;
		this.files = [];
		return files;
	}
}
