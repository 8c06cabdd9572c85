import { Type } from '@sinclair/typebox';
import { command } from '../define';
import { DayText, Id, Nothing, Text, Version, strict } from '../inputs';

/** What its lead adds to a job's day. What was gathered by itself is not typed again. */
export const saveDailyLog = command('work.save-log', {
	right: 'field.record',
	input: Type.Object(
		{ jobId: Id, day: DayText, weather: Text(200), done: Text(4000), hindered: Text(4000), deliveries: Text(2000), version: Version },
		strict
	),
	output: Nothing
});
