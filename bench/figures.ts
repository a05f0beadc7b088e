/** Prints a measured figure: `name value unit`. */
export function figure(name: string, value: number, unit: string): void {
  const digits = Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : 3;
  console.log(`${name} ${value.toFixed(digits)} ${unit}`);
}

/** The value below which `share` percent of the values lie, by nearest rank. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil((share / 100) * sorted.length) - 1))];
}
