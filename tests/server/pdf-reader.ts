import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** A PDF as a reader sees it: its text by page, what it says of itself, its bookmarks, whether it is tagged. */
export async function readPdf(bytes: Uint8Array) {
	const doc = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true, verbosity: 0 }).promise;
	const pages: string[] = [];
	for (let n = 1; n <= doc.numPages; n++) {
		const content = await (await doc.getPage(n)).getTextContent();
		pages.push(content.items.map((i) => ('str' in i ? `${i.str}${i.hasEOL ? '\n' : ''}` : '')).join(''));
	}
	const info = (await doc.getMetadata()).info as Record<string, unknown>;
	const outline = (await doc.getOutline()) as { title: string }[] | null;
	const marked = ((await doc.getMarkInfo()) as { Marked?: boolean } | null)?.Marked === true;
	await doc.destroy();
	return { pages, text: pages.join('\n'), info, outline: (outline ?? []).map((o) => o.title), tagged: marked };
}
