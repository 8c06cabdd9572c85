import { Type } from '@sinclair/typebox';
import { desc, eq } from 'drizzle-orm';
import { Refusal } from '../../core/refusal';
import type { App } from '../app';
import { defineCommand } from '../commands';
import { Id, strict } from '../commands/inputs';
import { attachments, items } from '../db/schema';
import { newId } from '../ids';

export const MOST_ATTACHED = 20_000_000;

/** Keeps a data sheet with an item. Told by its content, not its name: only PDF is taken. */
export const attachToItem = defineCommand({
	name: 'catalog.attach',
	access: 'catalog.change',
	input: Type.Object({ itemId: Id, name: Type.String({ minLength: 1, maxLength: 200 }), bytes: Type.Unsafe<Buffer>(Type.Any()) }, strict),
	run(ctx, i) {
		ctx.get(items, i.itemId, 'This item');
		if (!Buffer.isBuffer(i.bytes) || i.bytes.subarray(0, 5).toString('latin1') !== '%PDF-')
			throw new Refusal('A data sheet is a PDF. This file is none.', 'file');
		if (i.bytes.length > MOST_ATTACHED) throw new Refusal('The file is larger than 20 MB.', 'file');
		const name = i.name.replace(/[\\/\u0000-\u001f"]/g, ' ').trim() || 'data sheet.pdf';
		const a = ctx.insert(attachments, {
			id: newId(),
			subject: `item:${i.itemId}`,
			name,
			bytes: i.bytes,
			size: i.bytes.length,
			at: ctx.now,
			byName: ctx.who.name
		});
		ctx.happened(`item:${i.itemId}`, `Data sheet ${name} added`, 'catalog');
		return { attachmentId: a.id };
	}
});

export const detachFromItem = defineCommand({
	name: 'catalog.detach',
	access: 'catalog.change',
	input: Type.Object({ attachmentId: Id }, strict),
	run(ctx, i) {
		const a = ctx.get(attachments, i.attachmentId, 'This data sheet');
		ctx.remove(attachments, a.id);
		ctx.happened(a.subject, `Data sheet ${a.name} taken off`, 'catalog');
	}
});

/** What is attached to a record, newest first, without its content. */
export const attachedTo = (app: App, subject: string) =>
	app.db.orm
		.select({ id: attachments.id, name: attachments.name, size: attachments.size, at: attachments.at, byName: attachments.byName })
		.from(attachments)
		.where(eq(attachments.subject, subject))
		.orderBy(desc(attachments.at))
		.all();

export const attachment = (app: App, id: string) => app.db.orm.select().from(attachments).where(eq(attachments.id, id)).get();
