import type { MessagePort } from 'node:worker_threads';
import type { Letterhead } from './letterhead';

/** A document to be made: what stands in it as plain data, so that it can go to another thread. */
export interface PdfJob {
	id: number;
	head: Letterhead;
	title: string;
	subject: string;
	content: unknown[];
	/** The first page has neither letterhead nor foot. */
	cover: boolean;
	/** Documents whose pages come at the end. */
	appended: Uint8Array[];
	/** Where our own fonts lie. */
	fonts: Record<'normal' | 'bold' | 'italics' | 'bolditalics', string>;
}
export type PdfAnswer = { id: number; bytes: Uint8Array } | { id: number; problem: string };

/**
 * What the thread that makes PDFs does. It goes there as text, so it uses nothing from outside: neither imports nor helpers.
 * Pages are laid out by the library; around its drawing this writes the tags that a screen reader goes by (headings, paragraphs,
 * pictures; letterhead, foot and rules as decoration).
 */
export function pdfWorker(require: NodeJS.Require, port: MessagePort): void {
	/* eslint-disable @typescript-eslint/no-explicit-any */
	const { readFileSync } = require('node:fs') as typeof import('node:fs');
	const pdfmake: any = require('pdfmake');
	const Renderer: any = require('pdfmake/js/Renderer.js').default;
	const TOP = 84;
	const BOTTOM = 56;

	const plain = { ...Object.fromEntries(Object.getOwnPropertyNames(Renderer.prototype).map((k) => [k, Renderer.prototype[k]])) };
	/** Draws something as decoration, or as an element of the document's structure. */
	const asDecoration = (r: any, draw: () => void) => {
		if (!r.structure) return draw();
		r.pdfDocument.markContent('Artifact', { type: 'Pagination' });
		draw();
		r.pdfDocument.endMarkedContent();
	};
	Renderer.prototype.renderPages = function (pages: any[]) {
		if (this.pdfDocument.options.tagged) {
			this.structure = this.pdfDocument.struct('Document');
			this.pdfDocument.addStructure(this.structure);
		}
		plain.renderPages.call(this, pages);
		this.paragraph?.end();
		this.structure?.end();
	};
	Renderer.prototype.renderLine = function (line: any, x: number, y: number) {
		const draw = () => plain.renderLine.call(this, line, x, y);
		const height: number = this.pdfDocument.page.height;
		if (!this.structure) return draw();
		if (!this.withoutFrame && (y < TOP || y > height - BOTTOM)) return asDecoration(this, draw);
		const kind = line._outline ? (line._outline.parentId ? 'H2' : 'H1') : 'P';
		if (!this.paragraph || kind !== 'P') {
			this.paragraph?.end();
			this.paragraph = this.pdfDocument.struct(kind);
			this.structure.add(this.paragraph);
		}
		const marked = this.pdfDocument.markStructureContent(kind);
		draw();
		this.pdfDocument.endMarkedContent();
		this.paragraph.add(marked);
		if (line.lastLineInParagraph) {
			this.paragraph.end();
			this.paragraph = null;
		}
	};
	for (const rule of ['renderVector', 'renderSVG'])
		Renderer.prototype[rule] = function (item: any) {
			asDecoration(this, () => plain[rule].call(this, item));
		};
	Renderer.prototype.renderImage = function (image: any) {
		const draw = () => plain.renderImage.call(this, image);
		if (!this.structure || !image.alt) return asDecoration(this, draw);
		this.paragraph?.end();
		this.paragraph = null;
		const figure = this.pdfDocument.struct('Figure', { alt: image.alt });
		this.structure.add(figure);
		const marked = this.pdfDocument.markStructureContent('Figure');
		draw();
		this.pdfDocument.endMarkedContent();
		figure.add(marked);
		figure.end();
	};

	pdfmake.addTableLayouts({
		hair: {
			hLineWidth: (i: number) => (i === 0 ? 0 : 0.5),
			vLineWidth: () => 0,
			hLineColor: () => '#c9cdc6',
			paddingLeft: () => 0,
			paddingRight: () => 0,
			paddingTop: () => 4,
			paddingBottom: () => 4
		}
	});
	pdfmake.setUrlAccessPolicy(() => false);
	pdfmake.setLocalAccessPolicy(() => false);
	/** Faces that were read already, each with its files. */
	const faces: Record<string, Record<string, string>> = {};

	const make = async (job: PdfJob): Promise<Uint8Array> => {
		const { head } = job;
		if (!faces[head.face]) {
			const files = Object.entries(job.fonts).map(([style, path]) => [style, `${head.face}-${style}.woff`, path] as const);
			for (const [, name, path] of files) pdfmake.virtualfs.writeFileSync(name, readFileSync(path));
			faces[head.face] = Object.fromEntries(files.map(([style, name]) => [style, name]));
			pdfmake.setFonts(faces);
		}
		const name = {
			width: '*',
			stack: [
				{ text: head.name, bold: true, fontSize: 15, color: head.color },
				{ text: head.line, fontSize: 8.5, color: '#5b6468' }
			]
		};
		const bytes: Buffer = await pdfmake
			.createPdf({
				info: { title: job.title, author: head.name, subject: job.subject, creator: head.name },
				version: '1.7',
				tagged: true,
				displayTitle: true,
				language: 'en-US',
				pageSize: 'LETTER',
				pageMargins: [54, 96, 54, 64],
				defaultStyle: { font: head.face, fontSize: 10, lineHeight: 1.25, color: '#23282b' },
				header: (page: number) =>
					job.cover && page === 1
						? null
						: {
								margin: [54, 34, 54, 0],
								columns: [
									...(head.logo ? [{ image: head.logo, fit: [80, 38], width: 70 }] : []),
									name,
									{ width: 150, text: head.contact, alignment: 'right', fontSize: 8.5, color: '#5b6468' }
								]
							},
				footer: (page: number, pages: number) =>
					job.cover && page === 1
						? null
						: {
								margin: [54, 20, 54, 0],
								columns: [
									{ text: head.footer, fontSize: 8, color: '#5b6468' },
									{ text: `${page} of ${pages}`, alignment: 'right', fontSize: 8, color: '#5b6468' }
								]
							},
				content: job.content
			})
			.getBuffer();
		if (job.appended.length === 0) return bytes;
		const { PDFDocument } = require('pdf-lib') as typeof import('pdf-lib');
		const whole = await PDFDocument.load(bytes, { updateMetadata: false });
		for (const one of job.appended) {
			const from = await PDFDocument.load(one, { ignoreEncryption: true }).catch(() => null);
			if (!from) continue;
			for (const page of await whole.copyPages(from, from.getPageIndices())) whole.addPage(page);
		}
		return whole.save();
	};

	// One after the other: the library keeps state while it lays out.
	let last: Promise<unknown> = Promise.resolve();
	port.on('message', (job: PdfJob) => {
		last = last.then(async () => {
			try {
				port.postMessage({ id: job.id, bytes: await make(job) });
			} catch (e) {
				port.postMessage({ id: job.id, problem: (e as Error).message });
			}
		});
	});
}
