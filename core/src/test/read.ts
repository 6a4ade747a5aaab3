import {
  BUILT_IN,
  type Cell,
  type GuessedFor,
  guessMapping as guess,
  type Mapping,
  mappingProblems as problems,
  readFileRow as readFile,
  readReportRow as readReport,
  type Zones,
} from '../index';

/** For tests: what files are, told in the built-in words. */
export const guessMapping = (headers: readonly string[], samples: readonly (readonly Cell[])[], about: Partial<GuessedFor> = {}) =>
  guess(headers, samples, { vocabulary: BUILT_IN, ...about });
export const mappingProblems = (mapping: Mapping, headers: readonly string[]) => problems(mapping, headers, BUILT_IN);
export const readReportRow = (cells: readonly Cell[], mapping: Mapping, zones: Zones) => readReport(cells, mapping, zones, BUILT_IN);
export const readFileRow = (cells: readonly Cell[], mapping: Mapping, zones: Zones) => readFile(cells, mapping, zones, BUILT_IN);
