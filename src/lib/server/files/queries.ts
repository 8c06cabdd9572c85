import { eq } from 'drizzle-orm';
import type { App } from '../app';
import { files } from './schema';

export const pictureOf = (app: App, id: string) => app.db.orm.select().from(files).where(eq(files.id, id)).get();
