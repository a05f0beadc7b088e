import { memo } from 'react';
import type { Judgement } from '@/core/consequences/judge';
import { coverageBetween } from '@/core/consequences/judge';
import type { Block } from '@/core/coverage/blocks';
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

const TOP = 18;

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
      {labelsOf(blocks, marks, x).map((label) => (
        <text
          key={label.x}
          x={label.x}
          y={Math.max(y(label.people) - 5, 11)}
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
  readonly x: number;
  readonly people: number;
  readonly text: string;
}

/** Roughly half the width of a sign of a gap label, in pixels. */
const HALF_SIGN = 3.6;

/** One label a run of equal gaps, kept inside its day; one that would touch the one before it is left out. */
function labelsOf(
  blocks: readonly SkylineBlock[],
  marks: readonly string[],
  x: (minute: number) => number,
): GapLabel[] {
  const labels: GapLabel[] = [];
  if (blocks.length === 0) return labels;
  const low = x(blocks[0].from);
  const high = x(blocks[blocks.length - 1].to);
  let free = low;
  for (let i = 0; i < blocks.length;) {
    const text = gapText(blocks[i], marks);
    let j = i + 1;
    let people = blocks[i].needed;
    while (j < blocks.length && gapText(blocks[j], marks) === text) {
      people = Math.max(people, blocks[j].needed);
      j++;
    }
    const half = text.length * HALF_SIGN;
    const middle = (x(blocks[i].from) + x(blocks[j - 1].to)) / 2;
    const at = Math.min(Math.max(middle, low + half), high - half);
    if (text !== '' && at - half >= free) {
      labels.push({ x: at, people, text });
      free = at + half + 3;
    }
    i = j;
  }
  return labels;
}

/** `−1 K −2 F`; where more than two roles are short, how many people in all. */
function gapText(block: SkylineBlock, marks: readonly string[]): string {
  if (block.gaps.length > 2) return `−${block.gap}`;
  return block.gaps.map(({ row, missing }) => `−${missing} ${marks[row] ?? ''}`.trim()).join(' ');
}
