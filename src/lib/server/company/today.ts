import { wallTime } from '../../core/time';
import type { App } from '../app';
import { company } from './schema';

export const todayOf = (app: App): string =>
	wallTime(app.clock.now(), app.db.orm.select({ zone: company.zone }).from(company).get()?.zone ?? 'UTC').day;
