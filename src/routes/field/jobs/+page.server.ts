import { app } from '$lib/server/app';
import { fieldJobs } from '$lib/server/time';

export const load = () => ({ jobs: fieldJobs(app()) });
