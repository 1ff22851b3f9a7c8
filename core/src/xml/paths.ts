/** What is inside of an element, named by paths. */
import type { XmlElement } from './elements.ts';

export interface PathValue {
	/** Names from the element down, `/` between; attributes behind `@`, and in brackets where they tell elements apart. */
	readonly path: string;
	readonly value: string;
}

const oneLine = (text: string) => text.replaceAll(/\s+/g, ' ').trim();
const ESCAPED: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string) => text.replaceAll(/[&<>"]/g, (sign) => ESCAPED[sign] ?? sign);

/** An element as XML, a child in each line; where text is between children, without their tags. */
export function elementText(element: XmlElement, space = '', indent = ''): string {
	const attributes = Object.entries(element.attributes)
		.filter(([name]) => name !== 'xmlns')
		.map(([name, value]) => ` ${name}="${escaped(value)}"`)
		.join('');
	const own = element.space === space || element.space === '' ? '' : ` xmlns="${escaped(element.space)}"`;
	const open = `${indent}<${element.name}${own}${attributes}`;
	if (element.children.length === 0 || isMixed(element)) {
		const text = oneLine(element.text);
		return text === '' ? `${open}/>` : `${open}>${escaped(text)}</${element.name}>`;
	}
	const children = element.children.map((child) => elementText(child, element.space, `${indent}  `));
	return `${open}>\n${children.join('\n')}\n${indent}</${element.name}>`;
}
/** True where text stands beside the children, as in a title with italics: it is one value. */
const isMixed = ({ text, children }: XmlElement) =>
	text.replaceAll(/\s+/g, '').length > children.reduce((sum, one) => sum + one.text.replaceAll(/\s+/g, '').length, 0);

/**
 * Every text and attribute inside of an element, in order.
 * @param marks attributes that tell elements of one name apart, as `path@name`
 * @param visit is given every element with its plain path
 */
export function pathValues(
	element: XmlElement,
	marks: ReadonlySet<string>,
	visit?: (plain: string, element: XmlElement) => void
): PathValue[] {
	const found: PathValue[] = [];
	const walk = (one: XmlElement, plain: string, path: string) => {
		visit?.(plain, one);
		for (const [name, value] of Object.entries(one.attributes))
			if (!marks.has(`${plain}@${name}`) && value.trim() !== '')
				found.push({ path: `${path === '' ? '' : `${path}/`}@${name}`, value: oneLine(value) });
		if (one.children.length === 0 || isMixed(one)) {
			const value = oneLine(one.text);
			if (value !== '' && path !== '') found.push({ path, value });
			return;
		}
		for (const child of one.children) {
			const below = plain === '' ? child.name : `${plain}/${child.name}`;
			const told = Object.entries(child.attributes)
				.filter(([name]) => marks.has(`${below}@${name}`))
				.map(([name, value]) => `[${name}=${value}]`)
				.join('');
			walk(child, below, `${path === '' ? '' : `${path}/`}${child.name}${told}`);
		}
	};
	walk(element, '', '');
	return found;
}
