import { app } from '$lib/server/app';
import { creditUbl, ublResponse } from '$lib/server/books';
import type { RequestHandler } from './$types';

/** A credit note as UBL 2.1. */
export const GET: RequestHandler = ({ params }) => ublResponse(() => creditUbl(app(), params.id));
