/** Prints all messages as a list, to be read through: `npm run words`, or of some rooms `npm run words claims fit`. */
import { runSource } from './source.mjs';

const { MESSAGES } = await runSource('core/wording/messages.ts');
const wanted = process.argv.slice(2);
for (const [room, messages] of Object.entries(MESSAGES)) {
  if (wanted.length > 0 && !wanted.includes(room)) continue;
  console.log(`\n${room}`);
  for (const [name, { source }] of Object.entries(messages)) console.log(`  ${name}: ${source}`);
}
