import { integer, text } from 'drizzle-orm/sqlite-core';

/** Columns that every area writes the same way. */
export const id = () => text('id').primaryKey();
export const ref = (name: string) => text(name);
/** Whole cents. */
export const cents = (name: string) => integer(name);
/** Milliseconds since 1970, an instant. */
export const instant = (name: string) => integer(name);
/** A calendar date, YYYY-MM-DD. */
export const day = (name: string) => text(name);
export const flag = (name: string) => integer(name, { mode: 'boolean' }).notNull().default(false);
export const version = () => integer('version').notNull().default(1);
export const words = (name: string) => text(name).notNull().default('');
/** Values of the company's own fields, by the field's id, as text. */
export const ownValues = () => text('own', { mode: 'json' }).$type<Record<string, string>>().notNull().default({});
