import sharp from 'sharp';
import { Refusal } from '../../core/refusal';

export const MOST_BYTES = 20_000_000;
const MOST_PIXELS = 60_000_000;

/** Checks an upload by its content, not its name, and re-encodes it: what is kept is a picture of ours, without its metadata. */
export async function readPicture(bytes: Buffer): Promise<{ bytes: Buffer; thumb: Buffer; width: number; height: number }> {
	if (bytes.length === 0) throw new Refusal('The file is empty.', 'picture');
	if (bytes.length > MOST_BYTES) throw new Refusal('The picture is larger than 20 MB.', 'picture');
	try {
		const image = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
		const meta = await image.metadata();
		if (!['jpeg', 'png', 'webp', 'heif', 'gif', 'tiff'].includes(meta.format ?? ''))
			throw new Refusal('This is not a picture we can read. JPEG, PNG and WebP work.', 'picture');
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
			/pixel limit/i.test((e as Error).message) ? 'The picture has more than 60 megapixels.' : 'This is not a picture, or it is damaged.',
			'picture'
		);
	}
}
