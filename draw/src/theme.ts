/** What a picture is drawn with: the ground it lies on decides. */
export interface Theme {
  readonly ink: string;
  readonly inkSoft: string;
  /** Of what is no figure: grids, marks, ground. */
  readonly quiet: string;
  readonly paper: string;
  readonly misses: string;
  readonly beats: string;
  readonly font: string;
  /** Told apart by colour-blind readers too; see colours. */
  readonly colours: readonly string[];
}

export const FONT = "'Source Sans 3 Variable', 'Source Sans 3', sans-serif";

const LIGHT: Theme = {
  ink: '#1c2430',
  inkSoft: '#4a5260',
  quiet: 'rgba(128,120,105,0.22)',
  paper: '#f8f5ee',
  misses: '#a3470f',
  beats: '#1f5f9c',
  font: FONT,
  colours: ['#0b5a66', '#b3541e', '#5b4b8a', '#7a6a12', '#2f7d4f', '#97262b', '#3a66b0', '#7b5538'],
};

/** Deep colours on light paper, light ones on dark; white is what is printed on. */
export const THEMES: Readonly<Record<'light' | 'dark' | 'white', Theme>> = {
  light: LIGHT,
  white: { ...LIGHT, paper: '#ffffff' },
  dark: {
    ink: '#ebe6da',
    inkSoft: '#bdb8ac',
    quiet: 'rgba(160,152,136,0.25)',
    paper: '#191b1f',
    misses: '#f0a26b',
    beats: '#86b7e8',
    font: FONT,
    colours: ['#7cc4cf', '#f0a26b', '#b9a9e6', '#d9c65a', '#86d1a4', '#f2a19f', '#8fb6f2', '#d3ab8c'],
  },
};
