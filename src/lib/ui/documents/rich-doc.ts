import { Schema, type Node } from 'prosemirror-model';
import type { RichText, Run } from '$lib/core/documents';

/** What the editor can hold: just what written text can say. */
export const schema = new Schema({
	nodes: {
		doc: { content: 'block+' },
		paragraph: { group: 'block', content: 'text*', parseDOM: [{ tag: 'p' }], toDOM: () => ['p', 0] },
		heading: {
			group: 'block',
			content: 'text*',
			defining: true,
			parseDOM: ['h1', 'h2', 'h3', 'h4'].map((tag) => ({ tag })),
			toDOM: () => ['h3', 0]
		},
		bullet_list: { group: 'block', content: 'list_item+', parseDOM: [{ tag: 'ul' }], toDOM: () => ['ul', 0] },
		ordered_list: { group: 'block', content: 'list_item+', parseDOM: [{ tag: 'ol' }], toDOM: () => ['ol', 0] },
		list_item: { content: 'paragraph', defining: true, parseDOM: [{ tag: 'li' }], toDOM: () => ['li', 0] },
		text: {}
	},
	marks: {
		bold: { parseDOM: [{ tag: 'strong' }, { tag: 'b' }], toDOM: () => ['strong', 0] },
		italic: { parseDOM: [{ tag: 'em' }, { tag: 'i' }], toDOM: () => ['em', 0] }
	}
});

const textOf = (runs: readonly Run[]) =>
	runs
		.filter((r) => r.text !== '')
		.map((r) => schema.text(r.text, [...(r.bold ? [schema.mark('bold')] : []), ...(r.italic ? [schema.mark('italic')] : [])]));

/** Written text as the editor holds it; an empty one is an empty paragraph. */
export function toDoc(text: RichText): Node {
	const blocks = text.map((b) =>
		b.type === 'list'
			? schema.node(
					b.ordered ? 'ordered_list' : 'bullet_list',
					null,
					(b.items.length ? b.items : [[]]).map((i) => schema.node('list_item', null, schema.node('paragraph', null, textOf(i))))
				)
			: schema.node(b.type, null, textOf(b.runs))
	);
	return schema.node('doc', null, blocks.length ? blocks : [schema.node('paragraph')]);
}

function runsOf(node: Node): Run[] {
	const runs: Run[] = [];
	node.forEach((t) => {
		const has = (mark: string) => t.marks.some((m) => m.type.name === mark);
		runs.push({ text: t.text ?? '', ...(has('bold') ? { bold: true as const } : {}), ...(has('italic') ? { italic: true as const } : {}) });
	});
	return runs;
}

/** What the editor holds as written text. */
export function fromDoc(doc: Node): RichText {
	const text: RichText = [];
	doc.forEach((b) => {
		if (b.type.name === 'bullet_list' || b.type.name === 'ordered_list') {
			const items: Run[][] = [];
			b.forEach((i) => {
				if (i.firstChild) items.push(runsOf(i.firstChild));
			});
			text.push({ type: 'list', ordered: b.type.name === 'ordered_list', items });
		} else text.push({ type: b.type.name === 'heading' ? 'heading' : 'paragraph', runs: runsOf(b) });
	});
	return text;
}
