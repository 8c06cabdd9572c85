import * as contract from '../../../contract/queries/jobs';
import { Viewer } from '../../../core/access';
import { answerTo } from '../../queries';
import { openEnds } from '../open-ends';

export const ends = answerTo(contract.openEnds, (app, { jobId }, who) => openEnds(app, jobId, Viewer.of(who)));
