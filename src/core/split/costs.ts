/** Why something costs: the names are what explanations speak of. */
export type CostName =
  | 'effort'
  | 'shape'
  | 'strings'
  | 'rings'
  | 'neck'
  | 'device'
  | 'register'
  | 'mud'
  | 'dirt'
  | 'voice'
  | 'rub'
  | 'root'
  | 'bottom'
  | 'rich'
  | 'picks'
  | 'choke'
  | 'foreign'
  | 'as-locked'
  | 'rest'
  | 'below-bass'
  | 'separation'
  | 'above'
  | 'again'
  | 'doubled'
  | 'lowest'
  | 'third'
  | 'colour'
  | 'moving'
  | 'shift'
  | 'fingers'
  | 'family'
  | 'top'
  | 'leap';

/** Points by name; a sum of them is what the solver sees. All integers. */
export type Costs = Partial<Record<CostName, number>>;

export function sumOf(costs: Costs): number {
  let sum = 0;
  for (const name in costs) sum += costs[name as CostName]!;
  return sum;
}

export function addCosts(sum: Costs, more: Costs): void {
  for (const [name, points] of Object.entries(more) as [CostName, number][]) {
    sum[name] = (sum[name] ?? 0) + points;
  }
}
