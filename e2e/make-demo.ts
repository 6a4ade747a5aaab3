import makeDemoFolder from './demo-folder';

// Makes the demonstration of the browser tests before they begin; they find it where they would make it.
await makeDemoFolder();
