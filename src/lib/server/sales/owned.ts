import type { SQLiteColumn, SQLiteTable } from 'drizzle-orm/sqlite-core';

/** A table whose rows belong to a customer. */
export type OfCustomer = SQLiteTable & { id: SQLiteColumn; customerId: SQLiteColumn };

const OWNED: OfCustomer[] = [];

/** Each room says which of its tables belong to customers: two customers that are made one take all of it along. */
export const belongToCustomer = (...tables: OfCustomer[]): unknown => OWNED.push(...tables);
export const ownedByCustomer = (): readonly OfCustomer[] => OWNED;
