/** `./lantern wander --seed N --minutes M`, or `--seed N --path P` for one failure again: walks on a running server and prints what it found. */
import { argv, exit } from 'node:process';
import { chromium } from '@playwright/test';
import { wander } from './wander.ts';

const [address = '', seed = '1', minutes = '5', path] = argv.slice(2);
const browser = await chromium.launch({
	executablePath: '/usr/bin/chromium',
	args: [
		'--no-sandbox',
		'--disable-gpu',
		'--disable-quic',
		'--no-first-run',
		'--disable-background-networking',
		'--disable-component-update',
		'--disable-sync'
	]
});
const found = await wander(browser, {
	address,
	seed: Number(seed),
	runs: 10_000,
	commands: 30,
	time: Number(minutes) * 60_000,
	...(path ? { path } : {}),
	say: (line) => console.log(line)
});
await browser.close();
console.log(`${found.runs} walks, ${found.steps} steps, slowest rest ${found.slowest} ms`);
if (found.failed) console.log(`It failed. ${found.report}`);
exit(found.failed ? 1 : 0);
