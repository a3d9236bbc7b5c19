/**
 * Pairs rows with columns, each at most once, so that the sum of their costs is least (the method of potentials along
 * shortest paths).
 * @param costs - one row for each, all of one length
 * @returns for each row its column, or -1 where there are fewer columns than rows
 */
export function cheapestPairs(costs: readonly (readonly number[])[]): number[] {
  const rows = costs.length;
  const columns = costs[0]?.length ?? 0;
  if (rows === 0 || columns === 0) return new Array<number>(rows).fill(-1);
  if (rows > columns) {
    const turned = cheapestPairs(
      Array.from({ length: columns }, (_, column) => costs.map((row) => row[column] ?? 0)),
    );
    const found = new Array<number>(rows).fill(-1);
    turned.forEach((row, column) => (found[row] = column));
    return found;
  }
  // Counted from one: place 0 stands for the row that is looked for a column.
  const rowHeight = new Float64Array(rows + 1);
  const columnHeight = new Float64Array(columns + 1);
  const rowOf = new Int32Array(columns + 1);
  const cameBy = new Int32Array(columns + 1);
  for (let row = 1; row <= rows; row += 1) {
    rowOf[0] = row;
    let column = 0;
    const least = new Float64Array(columns + 1).fill(Infinity);
    const done = new Uint8Array(columns + 1);
    do {
      done[column] = 1;
      const from = rowOf[column] ?? 0;
      const own = costs[from - 1] ?? [];
      let step = Infinity;
      let next = 0;
      for (let other = 1; other <= columns; other += 1) {
        if (done[other]) continue;
        const cost = (own[other - 1] ?? 0) - (rowHeight[from] ?? 0) - (columnHeight[other] ?? 0);
        if (cost < (least[other] ?? 0)) {
          least[other] = cost;
          cameBy[other] = column;
        }
        if ((least[other] ?? 0) < step) {
          step = least[other] ?? 0;
          next = other;
        }
      }
      for (let other = 0; other <= columns; other += 1)
        if (done[other]) {
          const at = rowOf[other] ?? 0;
          rowHeight[at] = (rowHeight[at] ?? 0) + step;
          columnHeight[other] = (columnHeight[other] ?? 0) - step;
        } else least[other] = (least[other] ?? 0) - step;
      column = next;
    } while (rowOf[column] !== 0);
    while (column !== 0) {
      const back = cameBy[column] ?? 0;
      rowOf[column] = rowOf[back] ?? 0;
      column = back;
    }
  }
  const found = new Array<number>(rows).fill(-1);
  for (let column = 1; column <= columns; column += 1) {
    const row = rowOf[column] ?? 0;
    if (row > 0) found[row - 1] = column - 1;
  }
  return found;
}
