import loadHighs from 'highs';
import type { Cooking, Job } from '#core/plan';

/** A panful that may be cooked: of a job, the nth of its zone. Its size is chosen by the solver. */
interface Slot {
  readonly name: string;
  readonly job: Job;
  readonly zone: string;
  readonly most: number;
}

/** What the optimum of a small morning costs by a mixed-integer program (big-M; HiGHS), one pair of hands and one table at 0; null where it was not proven in time. */
export async function provenOptimum(
  { jobs }: Pick<Cooking, 'jobs'>,
  weights: { readonly held: number; readonly span: number; readonly panful: number },
  horizonS: number,
  timeLimitS: number,
): Promise<number | null> {
  const slots = jobs.flatMap((job, j) =>
    job.zones.flatMap((zone, z) => {
      const count = Math.min(job.pieces, Math.ceil(job.pieces / zone.capacity) + 1);
      return Array.from({ length: count }, (_, n): Slot => ({
        ...{ name: `${j}_${z}_${n}`, job, zone: zone.key },
        most: Math.min(zone.capacity, job.pieces),
      }));
    }),
  );
  const rows: string[] = [];
  const binaries: string[] = [];
  const sizes = (slot: Slot) => Array.from({ length: slot.most }, (_, i) => i + 1);
  const sum = (slot: Slot, of: (size: number) => number) =>
    sizes(slot)
      .map((m) => `${sign(of(m))} z${slot.name}_${m}`)
      .join(' ');
  for (const slot of slots) {
    const { name, job } = slot;
    binaries.push(...sizes(slot).map((m) => `z${name}_${m}`));
    rows.push(
      `${sizes(slot)
        .map((m) => `+ z${name}_${m}`)
        .join(' ')} <= 1`,
    );
    const { greaseS: g, pourS: p, flipS: f, liftS: l } = job.hands;
    const { first, second } = job;
    const low1 = (m: number) =>
      g + p + Math.max(first.bestS - first.earlyS + (m - 1) * Math.max(p - f, 0), (m - 1) * p);
    const high1 = (m: number) => g + p + first.bestS + first.lateS - (m - 1) * Math.max(f - p, 0);
    const low2 = (m: number) => f + Math.max(second.bestS - second.earlyS + (m - 1) * Math.max(f - l, 0), (m - 1) * f);
    const high2 = (m: number) => f + second.bestS + second.lateS - (m - 1) * Math.max(l - f, 0);
    rows.push(`b${name} - a${name} ${sum(slot, (m) => -low1(m))} >= 0`);
    rows.push(`b${name} - a${name} ${sum(slot, (m) => -high1(m))} <= 0`);
    rows.push(`c${name} - b${name} ${sum(slot, (m) => -low2(m))} >= 0`);
    rows.push(`c${name} - b${name} ${sum(slot, (m) => -high2(m))} <= 0`);
    // all off by the table; what is held is what the pieces of a panful wait, linear in its size by a product bounded from below
    rows.push(`c${name} ${sum(slot, (m) => l * m)} <= 0`);
    for (const m of sizes(slot)) {
      const inner = (l * m * (m + 1)) / 2;
      // h >= -m c - inner, where z is 1
      rows.push(`h${name} + ${m} c${name} ${sign(-(horizonS * m))} z${name}_${m} >= ${-inner - horizonS * m}`);
    }
    rows.push(`s + a${name} >= 0`);
  }
  for (const job of jobs)
    rows.push(
      `${slots
        .filter((slot) => slot.job === job)
        .map((slot) => sum(slot, (m) => m))
        .join(' ')} = ${job.pieces}`,
    );
  const used = (slot: Slot) => sizes(slot).map((m) => `z${slot.name}_${m}`);
  // slots of one zone and job in order of time, the later used first; any two of a zone do not overlap
  slots.forEach((slot, i) =>
    slots.slice(i + 1).forEach((other) => {
      if (other.zone === slot.zone) {
        const recovery = (of: Slot) => of.job.zones.find(({ key }) => key === of.zone)!.recoveryS;
        const order = `y${slot.name}_${other.name}`;
        binaries.push(order);
        const l1 = slot.job.hands.liftS;
        const l2 = other.job.hands.liftS;
        const M = horizonS * 2;
        const both = [...used(slot), ...used(other)].map((z) => `- ${M} ${z}`).join(' ');
        // slot after other, or other after slot, where both are used
        rows.push(
          `a${slot.name} - c${other.name} ${sum(other, (m) => -l2 * m)} ${both} - ${M} ${order} >= ${recovery(other) - 3 * M}`,
        );
        rows.push(
          `a${other.name} - c${slot.name} ${sum(slot, (m) => -l1 * m)} ${both} + ${M} ${order} >= ${recovery(slot) - 2 * M}`,
        );
        if (slot.job === other.job)
          rows.push(
            `${used(slot)
              .map((z) => `+ ${z}`)
              .join(' ')} ${used(other)
              .map((z) => `- ${z}`)
              .join(' ')} >= 0`,
          );
      }
      // hands in one place
      for (const x of ['a', 'b', 'c'] as const)
        for (const y of ['a', 'b', 'c'] as const) {
          const order = `o${x}${slot.name}_${y}${other.name}`;
          binaries.push(order);
          const M = horizonS * 2;
          const length = (of: Slot, block: 'a' | 'b' | 'c') => (m: number) => {
            const { greaseS, pourS, flipS, liftS } = of.job.hands;
            return block === 'a' ? greaseS + pourS * m : (block === 'b' ? flipS : liftS) * m;
          };
          const both = [...used(slot), ...used(other)].map((z) => `- ${M} ${z}`).join(' ');
          rows.push(
            `${x}${slot.name} - ${y}${other.name} ${sum(other, (m) => -length(other, y)(m))} ${both} - ${M} ${order} >= ${-3 * M}`,
          );
          rows.push(
            `${y}${other.name} - ${x}${slot.name} ${sum(slot, (m) => -length(slot, x)(m))} ${both} + ${M} ${order} >= ${-2 * M}`,
          );
        }
    }),
  );
  const cost = [
    ...slots.map(({ name }) => `+ ${weights.held} h${name}`),
    `+ ${weights.span} s`,
    ...slots.flatMap((slot) => used(slot).map((z) => `+ ${weights.panful} ${z}`)),
  ].join(' ');
  const free = slots.flatMap(({ name }) => ['a', 'b', 'c'].map((x) => `${-horizonS} <= ${x}${name} <= 0`));
  const text = [
    ...['Minimize', ` obj: ${cost}`, 'Subject To'],
    ...rows.map((row, i) => ` r${i}: ${row.trim().replace(/^\+ /, '')}`),
    ...['Bounds', ...free.map((line) => ` ${line}`), 'General', 'Binary', ` ${binaries.join(' ')}`, 'End'],
  ].join('\n');
  const highs = await loadHighs();
  const found = highs.solve(text.replace('General\n', ''), { time_limit: timeLimitS, mip_rel_gap: 1e-4 });
  return found.Status === 'Optimal' ? found.ObjectiveValue : null;
}

const sign = (value: number): string => (value < 0 ? `- ${-value}` : `+ ${value}`);
