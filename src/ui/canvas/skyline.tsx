import { memo } from 'react';
import type { Judgement } from '@/core/consequences/judge';
import { coverageBetween } from '@/core/consequences/judge';
import type { Block } from '@/core/coverage/blocks';
import { MARK_WIDTH } from './bar';
import { type Scale, xOf } from './scale';

/** A block of the skyline: what is on and needed, and the gaps of the roles it draws together. */
export interface SkylineBlock {
  readonly from: number;
  readonly to: number;
  readonly staffed: number;
  readonly needed: number;
  readonly gap: number;
  readonly surplus: number;
  /** Shortage by row of coverage. */
  readonly gaps: readonly { readonly row: number; readonly missing: number }[];
}

/** The blocks of a day. `row` null: all roles together, needed being what they need in all. */
export function skylineOf(
  judgement: Judgement,
  row: number | null,
  day: number,
  scale: Scale,
): SkylineBlock[] {
  const shown = { from: scale.from, to: scale.to };
  const rows = judgement.plan.roles.length;
  if (row !== null)
    return coverageBetween(judgement, row, day, shown).map((block) => ({
      ...block,
      gaps: block.gap > 0 ? [{ row, missing: block.gap }] : [],
    }));
  const everybody = coverageBetween(judgement, rows, day, shown);
  const byRole = Array.from({ length: rows }, (_, i) => coverageBetween(judgement, i, day, shown));
  return everybody.map((block, b) => {
    const roles = byRole.map((blocks) => blocks[b]);
    const add = (pick: (one: Block) => number) => roles.reduce((sum, one) => sum + pick(one), 0);
    const needed = Math.max(
      block.needed,
      add((one) => one.needed),
    );
    const gaps = roles.flatMap((one, i) => (one.gap > 0 ? [{ row: i, missing: one.gap }] : []));
    const missing = gaps.reduce((sum, gap) => sum + gap.missing, 0);
    return {
      from: block.from,
      to: block.to,
      staffed: block.staffed,
      needed,
      gap: Math.max(missing, block.gap),
      surplus: Math.max(0, block.staffed + missing - needed),
      gaps: block.gap > missing ? [{ row: rows, missing: block.gap }] : gaps,
    };
  });
}

interface DayProps {
  readonly blocks: readonly SkylineBlock[];
  readonly scale: Scale;
  readonly day: number;
  readonly height: number;
  readonly most: number;
  readonly marks: readonly string[];
  readonly place: number | null;
}

const TOP = 26;

/** One day of the skyline: a filled step for people on, a line for people needed, gaps and surplus marked. */
export const SkylineDay = memo(function SkylineDay({
  blocks,
  scale,
  day,
  height,
  most,
  marks,
  place,
}: DayProps) {
  const start = (day - scale.firstDay) * scale.dayWidth;
  const x = (minute: number) => xOf(scale, day, minute);
  const y = (people: number) => height - (people / most) * (height - TOP);
  const on = stepPath(blocks, (block) => block.staffed, x, y);
  const needed = stepPath(blocks, (block) => block.needed, x, y);
  const left = blocks.length > 0 ? x(blocks[0].from) : 0;
  const right = blocks.length > 0 ? x(blocks[blocks.length - 1].to) : 0;
  return (
    <svg
      aria-hidden
      width={scale.dayWidth}
      height={height}
      viewBox={`${start} 0 ${scale.dayWidth} ${height}`}
      className="skyline-day absolute top-0"
      style={{ left: start }}
    >
      <line x1={start + 0.5} x2={start + 0.5} y1={0} y2={height} stroke="var(--color-base-300)" />
      <path d={`M${left},${height}${on}L${right},${height}Z`} fill="var(--on)" />
      {blocks.map((block) => (
        <Blocks key={block.from} block={block} x={x} y={y} />
      ))}
      <path
        d={`M${left},${height}${needed}L${right},${height}`}
        fill="none"
        stroke="var(--color-base-content)"
        strokeWidth={1.5}
      />
      {gapLabels(blocks, marks, x, y).map((label) => (
        <text
          key={`${label.x} ${label.y}`}
          x={label.x}
          y={label.y}
          textAnchor="middle"
          fontSize={scale.dayWidth < 56 ? 9.5 : 11.5}
          fontWeight={700}
          fill="var(--color-error)"
          stroke="var(--color-base-100)"
          strokeWidth={3}
          paintOrder="stroke"
        >
          {label.text}
        </text>
      ))}
      {place !== null && (
        <rect
          x={x(place)}
          y={2}
          width={Math.max(x(place + (blocks[0]?.to ?? 30) - (blocks[0]?.from ?? 0)) - x(place), 3)}
          height={height - 2}
          fill="none"
          stroke="var(--color-base-content)"
          strokeWidth={1.5}
          strokeDasharray="3 2"
        />
      )}
    </svg>
  );
});

function Blocks({
  block,
  x,
  y,
}: {
  block: SkylineBlock;
  x: (minute: number) => number;
  y: (people: number) => number;
}) {
  const left = x(block.from);
  const width = x(block.to) - left;
  if (block.gap > 0)
    return (
      <rect
        x={left}
        width={width}
        y={y(block.needed)}
        height={Math.max(y(Math.max(block.needed - block.gap, 0)) - y(block.needed), 2)}
        fill="url(#gap-texture)"
      />
    );
  if (block.surplus > 0 && block.needed > 0)
    return (
      <rect
        x={left}
        width={width}
        y={y(block.needed + block.surplus)}
        height={y(block.needed) - y(block.needed + block.surplus)}
        fill="url(#surplus-texture)"
      />
    );
  return null;
}

/** The textures that gaps and surplus are drawn with, once for a page. */
export function SkylineTextures() {
  return (
    <svg width={0} height={0} aria-hidden className="absolute">
      <defs>
        <pattern
          id="gap-texture"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(-45)"
        >
          <rect width="6" height="6" fill="var(--color-base-100)" />
          <rect width="2.4" height="6" fill="var(--color-error)" />
        </pattern>
        <pattern id="surplus-texture" width="4" height="4" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="0.9" fill="var(--color-info)" />
        </pattern>
      </defs>
    </svg>
  );
}

function stepPath(
  blocks: readonly SkylineBlock[],
  pick: (block: SkylineBlock) => number,
  x: (minute: number) => number,
  y: (people: number) => number,
): string {
  return blocks
    .map((block) => `L${x(block.from)},${y(pick(block))}L${x(block.to)},${y(pick(block))}`)
    .join('');
}

interface GapLabel {
  /** The middle of its foot, in pixels. */
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

/** Roughly half the width of a sign of a gap label, from its foot to its head, and what is left free around it. */
const HALF_SIGN = 3.6;
const LABEL_HEIGHT = 11;
const AIR = 3;

/**
 * One label a run of equal gaps, inside its day and above all that is drawn under it. Where the label before it is in
 * the way it stands one higher, and is left out where that is taken too; the figures and the tooltip have it still. A
 * day too narrow for more than one has that of its largest gap.
 */
export function gapLabels(
  blocks: readonly SkylineBlock[],
  marks: readonly string[],
  x: (minute: number) => number,
  y: (people: number) => number,
): GapLabel[] {
  const placed: (GapLabel & { readonly half: number })[] = [];
  if (blocks.length === 0) return placed;
  const low = x(blocks[0].from);
  const high = x(blocks[blocks.length - 1].to);
  const runs = gapRuns(blocks, marks);
  const worst = runs.reduce<GapRun | null>((most, run) => (run.gap > (most?.gap ?? 0) ? run : most), null);
  for (const run of high - low < MARK_WIDTH && worst ? [worst] : runs) {
    const text = run.texts.find((one) => one.length * HALF_SIGN * 2 <= high - low);
    if (!text) continue;
    const half = text.length * HALF_SIGN;
    const at = Math.min(Math.max((x(run.from) + x(run.to)) / 2, low + half), high - half);
    const under = blocks.filter((block) => x(block.to) > at - half - 1 && x(block.from) < at + half + 1);
    const rest = y(Math.max(...under.map(topOf))) - AIR - 1;
    const meets = (foot: number) =>
      placed.some(
        (other) =>
          Math.abs(other.x - at) < other.half + half + AIR && Math.abs(other.y - foot) < LABEL_HEIGHT + 1,
      );
    const foot = [rest, rest - LABEL_HEIGHT - 1].find((one) => one >= LABEL_HEIGHT - 1 && !meets(one));
    if (foot !== undefined) placed.push({ x: at, y: foot, text, half });
  }
  return placed;
}

interface GapRun {
  readonly from: number;
  readonly to: number;
  readonly gap: number;
  readonly texts: readonly string[];
}

/** Neighbouring blocks that are short of the same. */
function gapRuns(blocks: readonly SkylineBlock[], marks: readonly string[]): GapRun[] {
  const runs: GapRun[] = [];
  for (const { from, to, gap, gaps } of blocks) {
    const texts = gapTexts({ gap, gaps }, marks);
    const last = runs[runs.length - 1];
    if (texts.length === 0) continue;
    if (last?.to === from && last.texts[0] === texts[0]) runs[runs.length - 1] = { ...last, to };
    else runs.push({ from, to, gap, texts });
  }
  return runs;
}

/** The most people that are drawn in a block. */
function topOf({ staffed, needed, gap, surplus }: SkylineBlock): number {
  return Math.max(staffed, needed, gap === 0 && needed > 0 ? needed + surplus : 0);
}

/** `−1 K −2 F`, or how many people in all: that alone where more than two roles are short. None where none is. */
function gapTexts({ gap, gaps }: Pick<SkylineBlock, 'gap' | 'gaps'>, marks: readonly string[]): string[] {
  if (gaps.length === 0) return [];
  const byRole = gaps.map(({ row, missing }) => `−${missing} ${marks[row] ?? ''}`.trim()).join(' ');
  return gaps.length > 2 ? [`−${gap}`] : [byRole, `−${gap}`];
}
