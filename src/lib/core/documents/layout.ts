/** The type a company writes in to its customers, on paper and on its pages. */
export const FACES = ['plain', 'book', 'poster'] as const;
export type Face = (typeof FACES)[number];
export const FACE_WORDS: Record<Face, string> = {
	plain: 'plain, without serifs',
	book: 'as in a book, with serifs',
	poster: 'broad, as on a sign'
};

/** The ways a quote can be laid out as a document. */
export const LAYOUTS = ['one page', 'detailed', 'proposal'] as const;
export type Layout = (typeof LAYOUTS)[number];

/** How a quote is shown. It never changes what it comes to. */
export interface QuoteLayout {
	layout: Layout;
	/** Below each scope: its wording alone, or its lines too. */
	detail: 'scopes' | 'lines';
	/** Which amounts can be read: each line's, each scope's, or the total alone. */
	amounts: 'lines' | 'scopes' | 'total';
	/** Data sheets of what is offered go with it: as links on the customer's page, and at the end of a proposal. */
	dataSheets: boolean;
	/** Who estimated it stands on it, with title, picture and signature as they gave them. */
	estimator?: boolean;
}

export const USUAL_LAYOUT: QuoteLayout = { layout: 'detailed', detail: 'scopes', amounts: 'scopes', dataSheets: false };

/** What each layout is, in a few words. */
export const LAYOUT_WORDS: Record<Layout, string> = {
	'one page': 'scopes and total on one page',
	detailed: 'scopes with their wording, options, terms',
	proposal: 'cover, introduction, scopes with pictures, options, terms, signature page'
};

/** A layout in which nothing contradicts: amounts of lines need the lines, and one page has no room for them. */
export function coherent(l: QuoteLayout): QuoteLayout {
	const detail = l.layout === 'one page' ? 'scopes' : l.detail;
	return {
		...l,
		detail,
		amounts: l.amounts === 'lines' && detail === 'scopes' ? 'scopes' : l.amounts
	};
}
