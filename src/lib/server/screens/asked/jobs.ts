import * as contract from '../../../contract/queries/jobs';
import { Viewer } from '../../../core/access';
import { answerTo } from '../../queries';
import { tasksOf } from '../../work';
import { openEnds } from '../open-ends';

export const tasks = answerTo(contract.jobTasks, (app, { jobId }) => tasksOf(app, jobId).map(({ id, text }) => ({ id, text })));
export const ends = answerTo(contract.openEnds, (app, { jobId }, who) => openEnds(app, jobId, Viewer.of(who)));
