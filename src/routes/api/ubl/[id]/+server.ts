import { app } from '$lib/server/app';
import { invoiceUbl } from '$lib/server/books/e-invoice';
import { ublResponse } from '$lib/server/books/ubl-response';
import type { RequestHandler } from './$types';

/** An issued invoice as UBL 2.1. */
export const GET: RequestHandler = ({ params }) => ublResponse(() => invoiceUbl(app(), params.id));
