import { inches, type Mm } from '../units/length';

/** Sheet stock met in kits, inches. Source: common aluminium sheet and plate gauges (AC 43.13-1B, chapter 4 tables). */
const STOCK_INCHES = [0.016, 0.02, 0.025, 0.032, 0.04, 0.05, 0.063, 0.071, 0.08, 0.09, 0.1, 0.125, 0.16, 0.19, 0.25] as const;

export const SHEET_STOCK: readonly Mm[] = STOCK_INCHES.map(inches);

/** A sheet thickness outside this range, ends included, is taken for a slip of the pen. */
export const SHEET_MIN: Mm = inches(0.01);
export const SHEET_MAX: Mm = inches(0.5);
