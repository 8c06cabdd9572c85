import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict } from '../inputs';

/**
 * Takes a trade of the starter set into the catalog: its items into a category of that name, its assemblies with the labor
 * priced by the sheet given. What is there already, by code or name, is left alone.
 */
export const takeStarter = command('catalog.take-starter', {
	right: 'catalog.change',
	input: Type.Object({ trade: Type.String({ maxLength: 40 }), sheetId: Id, taxCodeId: Type.Union([Id, Type.Null()]) }, strict),
	output: Type.Object({ items: Type.Integer(), assemblies: Type.Integer() }, strict)
});
