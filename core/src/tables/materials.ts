/**
 * What a part is made of, as far as its holes go: dimpling is for aluminum sheet. Source: docs/rules.md, "The part's nature".
 */
export const MATERIALS = ['aluminium', 'steel', 'stainless', 'titanium', 'plastic', 'composite', 'wood'] as const;
export type Material = (typeof MATERIALS)[number];
