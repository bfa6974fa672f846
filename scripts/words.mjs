/**
 * Prints all messages as a list, to be read through, and what the definitions of the uses say: `npm run words`, or of
 * some rooms `npm run words claims fit`.
 */
import { runSource } from './source.mjs';

const { MESSAGES } = await runSource('core/wording/messages.ts');
const { textsOfUses } = await runSource('core/catalogue/rules-of-uses.ts');
const wanted = process.argv.slice(2);
for (const [room, messages] of Object.entries(MESSAGES)) {
  if (wanted.length > 0 && !wanted.includes(room)) continue;
  console.log(`\n${room}`);
  for (const [name, { source }] of Object.entries(messages)) console.log(`  ${name}: ${source}`);
}
for (const { use, text } of textsOfUses())
  if (wanted.length === 0 || wanted.includes(use)) console.log(`${use}: ${text}`);
