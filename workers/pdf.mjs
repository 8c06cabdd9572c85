// Makes PDFs in a thread of its own: it is given documents as plain data and answers their bytes, one after the other, because the library keeps
// state while it lays out. Its messages are PdfJob and PdfAnswer of src/lib/server/documents/pdf-job.ts.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { parentPort } from 'node:worker_threads';
import pdfmake from 'pdfmake';

const require = createRequire(import.meta.url);
/** Where the letterhead ends and the foot begins, in points. */
const [TOP, BOTTOM] = [84, 56];
const GREY = '#5b6468';

/**
 * Writes the tags that a screen reader goes by around the library's own drawing: headings, paragraphs, pictures; letterhead, foot and rules as
 * decoration. The library lays out and draws, and has no door for this; its drawing functions are wrapped here and nowhere else, and
 * tests read the tags back.
 * @param {any} Renderer
 */
function tagDrawing(Renderer) {
	const plain = Object.fromEntries(Object.getOwnPropertyNames(Renderer.prototype).map((k) => [k, Renderer.prototype[k]]));
	/** Draws something as decoration, or plainly where nothing is tagged. */
	const asDecoration = (r, draw) => {
		if (!r.structure) return draw();
		r.pdfDocument.markContent('Artifact', { type: 'Pagination' });
		draw();
		r.pdfDocument.endMarkedContent();
	};
	const endParagraph = (r) => {
		r.paragraph?.end();
		r.paragraph = null;
	};
	Renderer.prototype.renderPages = function (pages) {
		if (this.pdfDocument.options.tagged) {
			this.structure = this.pdfDocument.struct('Document');
			this.pdfDocument.addStructure(this.structure);
		}
		plain.renderPages.call(this, pages);
		endParagraph(this);
		this.structure?.end();
	};
	Renderer.prototype.renderLine = function (line, x, y) {
		const draw = () => plain.renderLine.call(this, line, x, y);
		if (!this.structure) return draw();
		if (!this.withoutFrame && (y < TOP || y > this.pdfDocument.page.height - BOTTOM)) return asDecoration(this, draw);
		const kind = line._outline ? (line._outline.parentId ? 'H2' : 'H1') : 'P';
		if (!this.paragraph || kind !== 'P') {
			endParagraph(this);
			this.paragraph = this.pdfDocument.struct(kind);
			this.structure.add(this.paragraph);
		}
		const marked = this.pdfDocument.markStructureContent(kind);
		draw();
		this.pdfDocument.endMarkedContent();
		this.paragraph.add(marked);
		if (line.lastLineInParagraph) endParagraph(this);
	};
	for (const rule of ['renderVector', 'renderSVG'])
		Renderer.prototype[rule] = function (item) {
			asDecoration(this, () => plain[rule].call(this, item));
		};
	Renderer.prototype.renderImage = function (image) {
		const draw = () => plain.renderImage.call(this, image);
		if (!this.structure || !image.alt) return asDecoration(this, draw);
		endParagraph(this);
		const figure = this.pdfDocument.struct('Figure', { alt: image.alt });
		this.structure.add(figure);
		const marked = this.pdfDocument.markStructureContent('Figure');
		draw();
		this.pdfDocument.endMarkedContent();
		figure.add(marked);
		figure.end();
	};
}

/** Hairlines between rows; nothing is fetched from outside or read from the disk but our own fonts. */
function setUp() {
	tagDrawing(require('pdfmake/js/Renderer.js').default);
	pdfmake.addTableLayouts({
		hair: {
			hLineWidth: (i) => (i === 0 ? 0 : 0.5),
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
}

/** Faces that were read already, each with its files. */
const faces = {};
function useFace(face, fonts) {
	if (faces[face]) return;
	const files = Object.entries(fonts).map(([style, path]) => [style, `${face}-${style}.woff`, path]);
	for (const [, name, path] of files) pdfmake.virtualfs.writeFileSync(name, readFileSync(path));
	faces[face] = Object.fromEntries(files.map(([style, name]) => [style, name]));
	pdfmake.setFonts(faces);
}

const letterhead = (head) => ({
	margin: [54, 34, 54, 0],
	columns: [
		...(head.logo ? [{ image: head.logo, fit: [80, 38], width: 70 }] : []),
		{
			width: '*',
			stack: [
				{ text: head.name, bold: true, fontSize: 15, color: head.color },
				{ text: head.line, fontSize: 8.5, color: GREY }
			]
		},
		{ width: 150, text: head.contact, alignment: 'right', fontSize: 8.5, color: GREY }
	]
});
const foot = (head, page, pages) => ({
	margin: [54, 20, 54, 0],
	columns: [
		{ text: head.footer, fontSize: 8, color: GREY },
		{ text: `${page} ${head.of} ${pages}`, alignment: 'right', fontSize: 8, color: GREY }
	]
});

async function make(job) {
	const { head } = job;
	useFace(head.face, job.fonts);
	/** A cover has neither letterhead nor foot. */
	const bare = (page) => job.cover && page === 1;
	const bytes = await pdfmake
		.createPdf({
			info: { title: job.title, author: head.name, subject: job.subject, creator: head.name },
			version: '1.7',
			tagged: true,
			displayTitle: true,
			language: 'en-US',
			pageSize: 'LETTER',
			pageMargins: [54, 96, 54, 64],
			defaultStyle: { font: head.face, fontSize: 10, lineHeight: 1.25, color: '#23282b' },
			header: (page) => (bare(page) ? null : letterhead(head)),
			footer: (page, pages) => (bare(page) ? null : foot(head, page, pages)),
			content: job.content
		})
		.getBuffer();
	return job.appended.length === 0 ? bytes : withPages(bytes, job.appended);
}

/** Puts the pages of other documents at the end; one that cannot be read is left out. */
async function withPages(bytes, appended) {
	const { PDFDocument } = require('pdf-lib');
	const whole = await PDFDocument.load(bytes, { updateMetadata: false });
	for (const one of appended) {
		const from = await PDFDocument.load(one, { ignoreEncryption: true }).catch(() => null);
		if (!from) continue;
		for (const page of await whole.copyPages(from, from.getPageIndices())) whole.addPage(page);
	}
	return whole.save();
}

setUp();
let last = Promise.resolve();
parentPort.on('message', (job) => {
	last = last.then(async () => {
		try {
			parentPort.postMessage({ id: job.id, bytes: await make(job) });
		} catch (e) {
			parentPort.postMessage({ id: job.id, problem: e.message });
		}
	});
});
