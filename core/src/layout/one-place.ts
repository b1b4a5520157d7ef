import type { Place } from './path';

/** Two places within so many diameters are one: there is metal for one hole. Source: docs/rules.md, "The metal". */
const ONE_PLACE_D = 0.5;
/** What the rounding of inches leaves, mm. */
const ROUNDING_MM = 1e-9;

/** How near two places are one, mm; `diameter`: of the fastener, mm. */
export const onePlaceWithin = (diameter: number): number => ONE_PLACE_D * diameter + ROUNDING_MM;

export const isOnePlace = (a: Place, b: Place, diameter: number): boolean => Math.hypot(a.x - b.x, a.y - b.y) <= onePlaceWithin(diameter);
