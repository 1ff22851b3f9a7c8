/** The growth chart of the documentation, as a picture that needs nothing to be read. */
export interface Figure {
	readonly size: number;
	readonly build: number;
	readonly evaluate: number;
}

const WIDTH = 640;
const HEIGHT = 300;
const LEFT = 70;
const BOTTOM = 250;
const COLOURS = { build: '#1d5a8c', evaluate: '#b4690e' } as const;

/** Both axes are logarithmic: linear growth is a straight line of 45 degrees. */
export function growthChart(figures: readonly Figure[]): string {
	const x = (size: number) => LEFT + ((Math.log10(size) - 4) / 2) * (WIDTH - LEFT - 120);
	const y = (milliseconds: number) => BOTTOM - (Math.log10(Math.max(1, milliseconds)) / 5.2) * (BOTTOM - 30);
	const line = (of: 'build' | 'evaluate', name: string) => {
		const last = figures.at(-1);
		return `<polyline fill="none" stroke="${COLOURS[of]}" stroke-width="2" points="${figures.map((one) => `${x(one.size).toFixed(0)},${y(one[of]).toFixed(0)}`).join(' ')}"/>${figures
			.map(
				(one) => `<circle cx="${x(one.size).toFixed(0)}" cy="${y(one[of]).toFixed(0)}" r="4" fill="${COLOURS[of]}"/>`
			)
			.join(
				''
			)}<text x="${x(last?.size ?? 1e4) + 10}" y="${y(last?.[of] ?? 1) + 4}" fill="${COLOURS[of]}">${name}</text>`;
	};
	const ticks = [1, 10, 100, 1_000, 10_000, 100_000];
	const grid = ticks
		.map(
			(value) =>
				`<path stroke="#d8d2c4" d="M${LEFT} ${y(value).toFixed(0)}H${WIDTH - 110}"/><text x="${LEFT - 8}" y="${y(value) + 4}" text-anchor="end">${value.toLocaleString('en-GB')}</text>`
		)
		.join('');
	const sizes = figures
		.map(
			(one) =>
				`<text x="${x(one.size).toFixed(0)}" y="${BOTTOM + 20}" text-anchor="middle">${one.size.toLocaleString('en-GB')}</text>`
		)
		.join('');
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" font-family="sans-serif" font-size="12" fill="#1c2530"><rect width="100%" height="100%" fill="#faf7f0"/><title>Milliseconds by number of records, both logarithmic</title><text x="${LEFT}" y="16">milliseconds</text><text x="${LEFT}" y="${HEIGHT - 6}">records</text>${grid}${sizes}${line('build', 'built')}${line('evaluate', 'three blocks')}</svg>\n`;
}
