import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { marksSvg } from '../../core/survey';
import type { App } from '../app';
import { company, files, jobPhotos } from '../db/schema';

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
