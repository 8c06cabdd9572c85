import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { marksSvg } from '../../core/survey';
import type { App } from '../app';
import { company } from '../company/schema';
import { files } from '../files/schema';
import type { QuotedPhoto } from '../quotes/schema';
import { jobPhotos } from './schema';

/** A picture with its marks drawn into it, as a JPEG. Null when it is not there. */
export async function markedPhoto(app: App, photoId: string): Promise<Buffer | null> {
	const db = app.db.orm;
	const photo = db.select().from(jobPhotos).where(eq(jobPhotos.id, photoId)).get();
	const file = photo ? db.select().from(files).where(eq(files.id, photo.fileId)).get() : undefined;
	if (!photo || !file) return null;
	const system = db.select({ system: company.system }).from(company).get()?.system ?? 'imperial';
	const svg = marksSvg(photo.marks, { width: photo.width, height: photo.height }, photo.scale, system);
	return sharp(file.bytes)
		.composite([{ input: Buffer.from(svg), top: 0, left: 0 }])
		.jpeg({ quality: 84 })
		.toBuffer();
}

/** A picture as it went out with a quote, its marks drawn in, as a data address for documents. */
export async function markedQuotedPhoto(app: App, photo: QuotedPhoto, system: 'imperial' | 'metric'): Promise<string | null> {
	const file = app.db.orm.select({ bytes: files.bytes }).from(files).where(eq(files.id, photo.fileId)).get();
	if (!file) return null;
	const svg = marksSvg(photo.marks, { width: photo.width, height: photo.height }, photo.scale, system);
	const bytes = await sharp(file.bytes)
		.composite([{ input: Buffer.from(svg), top: 0, left: 0 }])
		.toBuffer()
		.then((whole) => sharp(whole).resize({ width: 1400, withoutEnlargement: true }).jpeg({ quality: 80 }).toBuffer());
	return `data:image/jpeg;base64,${bytes.toString('base64')}`;
}
