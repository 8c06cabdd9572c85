import sharp from 'sharp';
import { readSignature } from '$lib/server/files';

/** A name written by hand, as a picture. */
export async function written(name: string): Promise<string> {
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="420" height="140"><path d="M20 90 C 60 10, 90 130, 130 70 S 190 40, 220 90 S 300 110, 330 60 S 380 80, 400 50" fill="none" stroke="#1b2a33" stroke-width="4" stroke-linecap="round"/><path d="M30 ${110 + (name.length % 9)} L 390 ${100 + (name.length % 7)}" stroke="#1b2a33" stroke-width="2"/></svg>`;
	const png = await sharp(Buffer.from(svg)).png().toBuffer();
	return readSignature(`data:image/png;base64,${png.toString('base64')}`);
}
