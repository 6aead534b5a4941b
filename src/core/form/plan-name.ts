/** The schools of splitting a section; what each means is in the split room. */
export const PLAN_NAMES = [
  'wall',
  'low-high',
  'drone',
  'lick-long',
  'broken-struck',
  'bass-leads',
  'harmony',
  'lock',
  'one-guitar',
] as const;
export type PlanName = (typeof PLAN_NAMES)[number];

export function isPlan(text: string): text is PlanName {
  return (PLAN_NAMES as readonly string[]).includes(text);
}
