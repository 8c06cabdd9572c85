import { sayings } from '../../core/refusal';

/** What is refused here, by its code. */
export const catalog = {
	'no-data-sheet': () => 'A data sheet is a PDF. This file is none.',
	'no-scan': () => 'A scan is a PDF or a picture. This file is neither.',
	'kind-not-kept': () => 'PDF, pictures, text, documents and spreadsheets are kept. This file is none of them.',
	'file-belongs-to-something-else': () => 'This file belongs to something else.',
	'file-empty': () => 'The file is empty.',
	'file-larger-than-20-mb': () => 'The file is larger than 20 MB.',
	'many-files-wait-to-be-read': () => 'Many files wait to be read already. Try again in a few minutes.',
	'not-picture-or-damaged': () => 'This is not a picture, or it is damaged.',
	'not-picture-we-can-read': () => 'This is not a picture we can read. JPEG, PNG and WebP work.',
	'picture-has-more-than-60-megapixels': () => 'The picture has more than 60 megapixels.',
	'picture-larger-than-20-mb': () => 'The picture is larger than 20 MB.',
	'signature-cannot-be-read': () => 'The signature cannot be read. Please sign once more.',
	'spreadsheet-cannot-be-opened': () => 'This spreadsheet cannot be opened: it is damaged, or locked with a password.',
	'spreadsheet-far-larger-inside-than-outside': () => 'This spreadsheet is far larger inside than outside. Save it as CSV, or split it.'
};
export const say = sayings('files', catalog);
