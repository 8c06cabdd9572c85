import * as contract from '../../contract/planning/asks';
import { serve, self } from '../commands';
import { endLinks, makeLink } from '../links';

export const renewCalendar = serve(contract.renewCalendar, (ctx, i) => {
	const id = self(ctx);
	endLinks(ctx, 'calendar', id);
	if (i.on) makeLink(ctx, 'calendar', id);
	ctx.happened(`person:${id}`, 'plan.renew-calendar', { on: i.on });
});
