/**
 * Acceptance profiles of a driven head, as multiples of D. Sources: MIL-R-47196 (`mil-minimum`), common
 * practice 1.5 D by 0.5 D (`classic`, AC 43.13-1B), production figure 1.33 D (`production`). All three are
 * defaults that a kit's own figures replace.
 */
export interface Profile {
  readonly minWidthD: number;
  readonly minHeightD: number;
  readonly maxWidthD: number;
  readonly maxHeightD: number;
}

export const PROFILE_IDS = ['mil-minimum', 'classic', 'production'] as const;
export type ProfileId = (typeof PROFILE_IDS)[number];

export const PROFILES: Readonly<Record<ProfileId, Profile>> = {
  'mil-minimum': { minWidthD: 1.3, minHeightD: 0.4, maxWidthD: 1.75, maxHeightD: 1 },
  classic: { minWidthD: 1.5, minHeightD: 0.5, maxWidthD: 1.75, maxHeightD: 1 },
  production: { minWidthD: 1.33, minHeightD: 0.5, maxWidthD: 1.75, maxHeightD: 1 },
};

/** Largest W^2 H of a workable head, as a multiple of D^3: 1.5 D wide and 1 D high. */
export const LARGEST_BARREL_D3 = 2.25;
