import { say } from '../../contract/refusals/files';
import sharp from 'sharp';
import { Refusal } from '../../core/refusal';

export const MOST_BYTES = 20_000_000;
const MOST_PIXELS = 60_000_000;

/** Checks an upload by its content, not its name, and re-encodes it: what is kept is a picture of ours, without its metadata. */
export async function readPicture(bytes: Buffer): Promise<{ bytes: Buffer; thumb: Buffer; width: number; height: number }> {
	if (bytes.length === 0) throw new Refusal(say('file-empty'), 'picture');
	if (bytes.length > MOST_BYTES) throw new Refusal(say('picture-larger-than-20-mb'), 'picture');
	try {
		const image = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
		const meta = await image.metadata();
		if (!['jpeg', 'png', 'webp', 'heif', 'gif', 'tiff'].includes(meta.format ?? ''))
			throw new Refusal(say('not-picture-we-can-read'), 'picture');
		const full = await image
			.rotate()
			.resize({ width: 2000, height: 2000, fit: 'inside', withoutEnlargement: true })
			.jpeg({ quality: 82 })
			.toBuffer({ resolveWithObject: true });
		const thumb = await sharp(full.data).resize({ width: 320, height: 320, fit: 'cover' }).jpeg({ quality: 75 }).toBuffer();
		return { bytes: full.data, thumb, width: full.info.width, height: full.info.height };
	} catch (e) {
		if (e instanceof Refusal) throw e;
		throw new Refusal(
			/pixel limit/i.test((e as Error).message) ? say('picture-has-more-than-60-megapixels') : say('not-picture-or-damaged'),
			'picture'
		);
	}
}

const MOST_SIGNATURE = 300_000;
const PNG_ADDRESS = /^data:image\/png;base64,([A-Za-z0-9+/]+={0,2})$/;

/**
 * A signature as it was drawn, decoded and made anew as a small picture of ours; empty stays empty. Done before anything is accepted: a record
 * with a picture that nobody can draw is none.
 * @throws Refusal, at the field `signature`
 */
export async function readSignature(address: string): Promise<string> {
	if (address === '') return '';
	const refused = new Refusal(say('signature-cannot-be-read'), 'signature');
	const base64 = address.length <= MOST_SIGNATURE ? PNG_ADDRESS.exec(address)?.[1] : undefined;
	if (!base64) throw refused;
	try {
		const image = sharp(Buffer.from(base64, 'base64'), { limitInputPixels: 4_000_000, failOn: 'error' });
		if ((await image.metadata()).format !== 'png') throw refused;
		const png = await image
			.resize({ width: 900, height: 400, fit: 'inside', withoutEnlargement: true })
			.png({ compressionLevel: 9 })
			.toBuffer();
		return `data:image/png;base64,${png.toString('base64')}`;
	} catch {
		throw refused;
	}
}

/** Whether an address holds a PNG that begins and ends as one: what stands in a record can be drawn. Empty: nothing to draw. */
export function isDrawable(address: string): boolean {
	const base64 = PNG_ADDRESS.exec(address)?.[1];
	const bytes = base64 ? Buffer.from(base64, 'base64') : null;
	if (!bytes || bytes.length < 57) return false;
	const [head, ihdr, end] = [
		bytes.subarray(0, 8).toString('latin1'),
		bytes.subarray(12, 16).toString('latin1'),
		bytes.subarray(-8, -4).toString('latin1')
	];
	return head === '\u0089PNG\r\n\u001a\n' && ihdr === 'IHDR' && end === 'IEND';
}
