import { queryAllByRole } from '@testing-library/dom';
import { computeAccessibleDescription as descriptionOf, computeAccessibleName as nameOf } from 'dom-accessibility-api';

/** Without a style sheet nothing is generated: computing styles would be most of the work. */
const NO_STYLE = { getPropertyValue: () => '', display: 'block', visibility: 'visible', content: '' } as unknown as CSSStyleDeclaration;
const PLAIN = { getComputedStyle: () => NO_STYLE, hidden: true } as const;

export const accessibleName = (element: Element): string => nameOf(element, PLAIN);
export const accessibleDescription = (element: Element): string => descriptionOf(element, PLAIN);

/** Elements of a role inside another, hidden ones too. */
export const byRole = (root: Element, role: string): Element[] => queryAllByRole(root as HTMLElement, role, { hidden: true });
