/** Codes for the values of dimensions that are not members: devices, hours. Codes never change once given. */
export class SplitDictionary {
  private readonly parsed = new Map<string, readonly (readonly [dimension: string, code: number])[]>();
  private readonly names = new Map<string, string[]>();
  private readonly codes = new Map<string, Map<string, number>>();

  /** Dimension and code of a row's splits, given as stored: {"device":"phone","hour":"07"}. */
  codesOf(dimensions: string): readonly (readonly [dimension: string, code: number])[] {
    let codes = this.parsed.get(dimensions);
    if (!codes) {
      codes = Object.entries(JSON.parse(dimensions) as Record<string, string>).map(
        ([dimension, value]) => [dimension, this.codeOf(dimension, value)] as const,
      );
      this.parsed.set(dimensions, codes);
    }
    return codes;
  }

  nameOf(dimension: string, code: number): string | undefined {
    const name = this.names.get(dimension)?.[code];
    return dimension === 'hour' && name !== undefined ? `${name}:00` : name;
  }

  /** The code of a value, a new one where it is met for the first time. */
  codeOf(dimension: string, value: string): number {
    const codes = this.codes.get(dimension) ?? new Map<string, number>();
    const names = this.names.get(dimension) ?? [];
    this.codes.set(dimension, codes);
    this.names.set(dimension, names);
    let code = codes.get(value);
    if (code === undefined) {
      code = names.push(value) - 1;
      codes.set(value, code);
    }
    return code;
  }
}
