import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Text, strict, Version, Nothing } from '../inputs';

export const Share = Type.Number({ minimum: 0, maximum: 1 });

export const Spot = Type.Object({ x: Share, y: Share }, strict);

export const own = { id: Type.String({ minLength: 1, maxLength: 40 }), inside: Type.Boolean() };

export const Mark = Type.Union([
	Type.Object({ ...own, kind: Type.Literal('pin'), x: Share, y: Share, lineId: Id }, strict),
	Type.Object({ ...own, kind: Type.Literal('text'), x: Share, y: Share, text: Type.String({ minLength: 1, maxLength: 200 }) }, strict),
	Type.Object({ ...own, kind: Type.Union([Type.Literal('arrow'), Type.Literal('measure')]), from: Spot, to: Spot }, strict),
	Type.Object({ ...own, kind: Type.Literal('pencil'), points: Type.Array(Spot, { minItems: 2, maxItems: 2000 }) }, strict)
]);

/** Keeps a picture with a job. The file was checked and re-encoded when it came in. */
export const addPhoto = command('photos.add', {
	right: 'estimates.change',
	input: Type.Object({ jobId: Id, fileId: Id, caption: Text(300) }, strict),
	output: Type.Object({ photoId: Type.String() }, strict)
});

/** Changes what is said of a picture and what is put onto it. A known length is typed the way people write it. */
export const changePhoto = command('photos.change', {
	right: 'estimates.change',
	size: 2_000_000,
	input: Type.Object(
		{
			photoId: Id,
			caption: Type.Optional(Text(300)),
			place: Type.Optional(Text(200)),
			shown: Type.Optional(Type.Boolean()),
			marks: Type.Optional(Type.Array(Mark, { maxItems: 300 })),
			scale: Type.Optional(Type.Union([Type.Null(), Type.Object({ from: Spot, to: Spot, length: Text(40) }, strict)])),
			version: Version
		},
		strict
	),
	output: Type.Object({ version: Type.Integer() }, strict)
});

export const removePhoto = command('photos.remove', {
	right: 'estimates.change',
	input: Type.Object({ photoId: Id }, strict),
	output: Nothing
});
