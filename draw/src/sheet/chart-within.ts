import { Chart, type ChartConfiguration } from 'chart.js';
import type { Drawn } from '../answered/picture-chart';
import type { Theme } from '../theme';
import type { Box, Pen } from './pen';

/** Draws a chart into a part of a sheet, as Chart.js draws it on a canvas of that size; it knows by then what charts are made of, see register. */
export function drawChart(pen: Pen, drawn: Drawn, { x, y, width, height }: Box, theme: Theme): void {
  pen.save();
  pen.translate(x, y);
  const config = drawn(theme) as ChartConfiguration;
  const options = { ...config.options, animation: false, responsive: false, maintainAspectRatio: false, devicePixelRatio: 1 } as const;
  new Chart(canvasWithin(pen, width, height), { ...config, options }).destroy();
  pen.restore();
}

/**
 * A canvas that is a part of another. Chart.js takes a canvas for its own: it clears all of it and sets how it is
 * scaled. Here both would undo what lies beside, so neither reaches the sheet.
 */
function canvasWithin(pen: Pen, width: number, height: number): HTMLCanvasElement {
  const leftAlone: Readonly<Record<PropertyKey, unknown>> = {
    canvas: { width, height, style: {} },
    setTransform: () => undefined,
    resetTransform: () => undefined,
    clearRect: () => undefined,
  };
  const own = new Proxy(pen, {
    get: (target, key) => {
      if (key in leftAlone) return leftAlone[key];
      const value: unknown = Reflect.get(target, key);
      return typeof value === 'function' ? (value.bind(target) as unknown) : value;
    },
    set: (target, key, value) => Reflect.set(target, key, value),
  });
  return { width, height, style: {}, getContext: () => own } as unknown as HTMLCanvasElement;
}
