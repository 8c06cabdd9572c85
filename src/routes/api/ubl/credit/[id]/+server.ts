import { app } from '$lib/server/app';
import { creditUbl } from '$lib/server/books/e-invoice';
import { ublResponse } from '$lib/server/books/ubl-response';
import type { RequestHandler } from './$types';

/** A credit note as UBL 2.1. */
export const GET: RequestHandler = ({ params }) => ublResponse(() => creditUbl(app(), params.id));
