/** A small picture of colours by their numbers, a row of digits each. */
export const image = (rows: string[]) => ({
  width: rows[0].length,
  height: rows.length,
  colour: Uint8Array.from(rows.join("").split("").map(Number)),
});

export const repeat = (row: string, n: number) => Array.from({ length: n }, () => row);
