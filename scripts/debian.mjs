/** Programs from Debian's packages: installed where root may; else the command to give. */
import { existsSync } from 'node:fs';
import { start } from './install.mjs';

/**
 * @param find answers with the program's path, or undefined
 * @param name Debian's package
 * @param why what it is needed for, for the person at the terminal
 */
export async function findProgram(find, name, why) {
  const command = `apt-get update && apt-get install -y --no-install-recommends ${name}`;
  if (find()) return find();
  if (process.getuid?.() === 0) {
    console.log(`Installing ${name} from Debian …`);
    await start('sh', ['-c', `(${command}) > /dev/null`]);
    if (find()) return find();
  }
  console.error(`${why} Install it with: sudo sh -c '${command}'.`);
  return undefined;
}

const BROWSERS = [
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
];

/** The browser that tests and pictures drive; EMVEX_CHROMIUM names another. */
export const browserPath = () =>
  [process.env.EMVEX_CHROMIUM, ...BROWSERS].find((path) => path && existsSync(path));

/** The same, installed where it is missing: the headless shell does what tests need, in less time. */
export const findBrowser = (why) => findProgram(browserPath, 'chromium-headless-shell', why);
