/** Anchors of the headings of a page, in their order: one that is called as one before it has a number. */
export function headingAnchors(): (html: string) => string
