'use client';

import { BarChart, LineChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent, TooltipComponent } from 'echarts/components';
import { type EChartsCoreOption, init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([
  ...[BarChart, LineChart],
  ...[GridComponent, TooltipComponent, LegendComponent, AriaComponent, SVGRenderer],
]);

/** Colours of the theme as they are now, for what cannot read variables. */
export interface ChartColours {
  readonly ink: string;
  readonly muted: string;
  readonly rule: string;
  readonly sea: string;
  readonly gap: string;
  readonly brass: string;
  readonly paper: string;
}

function coloursOf(element: Element): ChartColours {
  const style = getComputedStyle(element);
  const of = (name: string) => style.getPropertyValue(name).trim();
  return {
    ink: of('--color-base-content'),
    muted: of('--muted'),
    rule: of('--color-base-300'),
    sea: of('--color-primary'),
    gap: of('--color-error'),
    brass: of('--color-warning'),
    paper: of('--color-base-100'),
  };
}

/**
 * A chart in the colours of the theme. What it shows stands beside it as a table too: to those who cannot see it, it is
 * its label. `optionOf` is called again when it changes, when the theme does, or when its room does.
 */
export function Chart({
  label,
  height,
  optionOf,
}: {
  readonly label: string;
  readonly height: number;
  readonly optionOf: (colours: ChartColours) => EChartsCoreOption;
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ReturnType<typeof init> | null>(null);
  const latest = useRef(optionOf);
  useEffect(() => {
    latest.current = optionOf;
    chart.current?.setOption(withHabits(optionOf, box.current!), { notMerge: true });
  }, [optionOf]);
  useEffect(() => {
    const element = box.current!;
    const made = init(element, null, { renderer: 'svg' });
    chart.current = made;
    const draw = () => made.setOption(withHabits(latest.current, element), { notMerge: true });
    draw();
    const sized = new ResizeObserver(() => made.resize());
    sized.observe(element);
    const themed = new MutationObserver(draw);
    themed.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    return () => {
      sized.disconnect();
      themed.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, []);
  return <div ref={box} role="img" aria-label={label} style={{ height }} />;
}

function withHabits(optionOf: (colours: ChartColours) => EChartsCoreOption, element: Element) {
  const colours = coloursOf(element);
  return {
    animation: false,
    // Labels are measured before they are drawn, by the letters that they will have.
    textStyle: { fontFamily: getComputedStyle(element).fontFamily, fontSize: 11, color: colours.muted },
    ...optionOf(colours),
  };
}
