import base from './playwright.config';

/** npm run screenshots: one current picture of each main view, from the demonstration. */
export default { ...base, testMatch: 'screenshots.ts', workers: 1 };
