import type { Pen } from '../sheet/pen';

export interface RecordingPen {
  readonly pen: Pen;
  /** What was written, in its order. */
  readonly texts: string[];
  /** The names of all that was done. */
  readonly done: string[];
}

/** A pen that draws nothing and remembers: every letter is half as wide as it is high. */
export function recordingPen(): RecordingPen {
  const [texts, done]: [string[], string[]] = [[], []];
  const own: Record<PropertyKey, unknown> = { font: '10px sans-serif', canvas: { width: 1, height: 1 } };
  const size = (): number => Number(/(\d+(?:\.\d+)?)px/.exec(String(own['font']))?.[1] ?? 10);
  const measured = (text: string) => ({
    ...{ width: (text.length * size()) / 2, actualBoundingBoxLeft: 0, actualBoundingBoxRight: (text.length * size()) / 2 },
    ...{ actualBoundingBoxAscent: size(), actualBoundingBoxDescent: 2 },
  });
  const pen = new Proxy(own, {
    get: (_, key) => {
      if (key in own) return own[key];
      return (...args: unknown[]): unknown => {
        done.push(String(key));
        if (key === 'fillText') texts.push(String(args[0]));
        return key === 'measureText' ? measured(String(args[0])) : key === 'getLineDash' ? [] : undefined;
      };
    },
    set: (_, key, value) => Reflect.set(own, key, value),
  }) as unknown as Pen;
  return { pen, texts, done };
}
