import sharp from 'sharp';
import { readSignature } from '$lib/server/files/pictures';

/** A signature as a phone sends it, decoded and made anew. */
export async function drawnSignature(): Promise<string> {
	const png = await sharp({ create: { width: 300, height: 120, channels: 4, background: '#112233' } })
		.png()
		.toBuffer();
	return readSignature(`data:image/png;base64,${png.toString('base64')}`);
}
