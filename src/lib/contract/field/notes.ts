import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { Id, Nothing, strict, Text } from '../inputs';

export const addNote = command('field.note', {
	right: 'field.record',
	offline: true,
	input: Type.Object({ jobId: Id, text: Text(2000), fileId: Type.Union([Id, Type.Null()]) }, strict),
	output: Nothing
});

/** A picture that was checked and re-encoded already. */
export const keepPicture = command('files.keep', {
	right: 'field.record',
	inner: true,
	input: Type.Object(
		{
			/** Made on the device, so that a note could name the picture before it was sent. */
			fileId: Type.Optional(Id),
			width: Type.Integer(),
			height: Type.Integer(),
			bytes: Type.Unsafe<Buffer>(Type.Any()),
			thumb: Type.Unsafe<Buffer>(Type.Any())
		},
		strict
	),
	output: Type.Object({ fileId: Type.String() }, strict)
});
