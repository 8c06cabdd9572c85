import { app } from '$lib/server/app';
import { invoiceUbl, ublResponse } from '$lib/server/books';
import type { RequestHandler } from './$types';

/** An issued invoice as UBL 2.1. */
export const GET: RequestHandler = ({ params }) => ublResponse(() => invoiceUbl(app(), params.id));
