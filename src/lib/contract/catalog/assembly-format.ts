import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, strict } from '../inputs';

/**
 * Takes assemblies from a file: items that are missing are added, assemblies of a name that is there are left alone or replaced.
 * Labor goes by the rate sheet of the same name, else by the one that was chosen. All of it or nothing.
 */
export const importAssemblies = command('catalog.import-assemblies', {
	right: 'catalog.change',
	size: 32_000_000,
	input: Type.Object({ text: Type.String({ maxLength: 30_000_000 }), sheetId: Id, replace: Type.Boolean() }, strict),
	output: Type.Object({ items: Type.Integer(), added: Type.Integer(), replaced: Type.Integer(), left: Type.Integer() }, strict)
});
