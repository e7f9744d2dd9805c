/** A figure that is not a number must not leave the house: JSON would make null of it. */
const finite = (key: string, value: unknown): unknown => {
  if (typeof value === "number" && !Number.isFinite(value)) throw new Error(`"${key}" is not a finite number`);
  return value instanceof Map ? Object.fromEntries(value) : value;
};

/** A value as JSON text, maps as objects. @throws where a number in it is not finite: a fault of ours, answered with 500 */
export const toJson = (value: unknown): string => JSON.stringify(value, finite);
