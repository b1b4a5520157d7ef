import { Chart } from 'chart.js';

/** The page's own face and colours for a chart that is about to be drawn; answers a token's colour by its name. */
export function chartLook(): (token: string) => string {
  const style = getComputedStyle(document.documentElement);
  const colour = (token: string) => style.getPropertyValue(token).trim();
  Chart.defaults.font.family = '"Source Sans 3 Variable", sans-serif';
  Chart.defaults.color = colour('--ink2');
  return colour;
}
