import { NO_GAP, type ArrangeProblem } from '../arrange/problem.ts';

function row<Item>(list: readonly Item[], index: number): Item {
  const item = list[index];
  if (item === undefined) throw new Error(`There is nothing at ${index}.`);
  return item;
}

/** A made-up wall with pieces, wires between them and things in the way; the same for one seed. */
export function madeUpProblem(
  random: () => number,
  count: number,
  blockCount: number,
  wall: readonly [number, number] = [4000, 2400],
): ArrangeProblem {
  const whole = (low: number, high: number) => Math.round(low + random() * (high - low));
  const pieces = Array.from({ length: count }, (_, index) => {
    const [widthMm, heightMm] = [whole(250, 700), whole(250, 800)];
    return {
      id: `p${index}`,
      widthMm,
      heightMm,
      x: [0, wall[0] - widthMm] as const,
      y: [0, wall[1] - heightMm] as const,
    };
  });
  const gaps = pieces.map(() => pieces.map(() => NO_GAP));
  for (let i = 0; i < count; i++) {
    for (let j = i + 1; j < count; j++) {
      const [left, right, over, under] = [whole(0, 200), whole(0, 200), whole(0, 300), whole(0, 300)];
      row(gaps, i)[j] = { left, right, over, under };
      row(gaps, j)[i] = { left: right, right: left, over: under, under: over };
    }
  }
  const boxes = Array.from({ length: blockCount }, () => {
    const [minX, minY] = [whole(0, wall[0] - 400), whole(0, wall[1] - 400)];
    return { minX, minY, maxX: minX + whole(100, 400), maxY: minY + whole(100, 400) };
  });
  const wires = Array.from({ length: count + 1 }, (_, index) => {
    const a = index % count;
    const b = (a + 1 + Math.floor(random() * (count - 1))) % count;
    const hold = (piece: number): readonly [number, number] => [
      whole(0, pieces[piece]?.widthMm ?? 0),
      random() < 0.5 ? 0 : (pieces[piece]?.heightMm ?? 0),
    ];
    return index === count || b === a
      ? { a, b: -1, atA: hold(a), atB: [whole(0, wall[0]), whole(0, wall[1])] as const, weight: whole(1, 3) }
      : { a, b, atA: hold(a), atB: hold(b), weight: whole(1, 3) };
  });
  return { pieces, gaps, blocks: pieces.map(() => boxes), wires, compact: 0.5 };
}

/** The same problem as a mixed-integer program in the LP format, for a general solver. */
export function asLpText({ pieces, gaps, blocks, wires, compact }: ArrangeProblem): string {
  const [bigX, bigY] = [0, 1].map(
    (axis) => Math.max(...pieces.map((p) => (axis === 0 ? p.x[1] + p.widthMm : p.y[1] + p.heightMm))) + 1000,
  ) as [number, number];
  const objective: string[] = [];
  const rows: string[] = [];
  const binaries: string[] = [];
  wires.forEach(({ a, b, atA, atB, weight }, k) => {
    (['x', 'y'] as const).forEach((axis, at) => {
      const offset = row(atA, at) - row(atB, at);
      objective.push(`${weight} d${axis}${k}`);
      const other = b < 0 ? '' : ` - ${axis}${b}`;
      const back = b < 0 ? '' : ` + ${axis}${b}`;
      rows.push(
        `d${axis}${k} - ${axis}${a}${back} >= ${offset}`,
        `d${axis}${k} + ${axis}${a}${other} >= ${-offset}`,
      );
    });
  });
  objective.push(`${compact} rx - ${compact} lx + ${compact} ry - ${compact} ly`);
  pieces.forEach((p, i) => {
    rows.push(
      `rx - x${i} >= ${p.widthMm}`,
      `x${i} - lx >= 0`,
      `ry - y${i} >= ${p.heightMm}`,
      `y${i} - ly >= 0`,
    );
  });
  const part = (name: string, ways: readonly string[]) => {
    const picks = ways.map((_, w) => `${name}_${w}`);
    binaries.push(...picks);
    rows.push(`${picks.join(' + ')} >= 1`, ...ways);
  };
  pieces.forEach((p, i) => {
    for (let j = i + 1; j < pieces.length; j++) {
      const q = row(pieces, j);
      const gap = row(row(gaps, i), j);
      const n = `z${i}_${j}`;
      part(n, [
        `x${j} - x${i} - ${bigX} ${n}_0 >= ${p.widthMm + gap.right - bigX}`,
        `x${i} - x${j} - ${bigX} ${n}_1 >= ${q.widthMm + gap.left - bigX}`,
        `y${j} - y${i} - ${bigY} ${n}_2 >= ${p.heightMm + gap.over - bigY}`,
        `y${i} - y${j} - ${bigY} ${n}_3 >= ${q.heightMm + gap.under - bigY}`,
      ]);
    }
    row(blocks, i).forEach((box, k) => {
      const n = `b${i}_${k}`;
      part(n, [
        `- x${i} - ${bigX} ${n}_0 >= ${p.widthMm - box.minX - bigX}`,
        `x${i} - ${bigX} ${n}_1 >= ${box.maxX - bigX}`,
        `- y${i} - ${bigY} ${n}_2 >= ${p.heightMm - box.minY - bigY}`,
        `y${i} - ${bigY} ${n}_3 >= ${box.maxY - bigY}`,
      ]);
    });
  });
  const bounds = pieces.flatMap((p, i) => [
    `${p.x[0]} <= x${i} <= ${p.x[1]}`,
    `${p.y[0]} <= y${i} <= ${p.y[1]}`,
  ]);
  return [
    'Minimize',
    ` obj: ${objective.join(' + ')}`,
    'Subject To',
    ...rows.map((row, index) => ` c${index}: ${row}`),
    'Bounds',
    ...bounds.map((bound) => ` ${bound}`),
    'Binary',
    ` ${binaries.join(' ')}`,
    'End',
  ]
    .join('\n')
    .replaceAll('+ -', '- ')
    .replaceAll('- -', '+ ');
}
