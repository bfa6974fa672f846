/** Sets a lab up from the tools it owns: instruments, and the protocols that ship. */
import { protocolsFor } from '#core/catalogue/protocol.ts';
import { TOOL_DEFAULTS, type ToolName } from '#core/catalogue/tools.ts';
import { Refusal } from '../problems.ts';
import type { Stores } from '../stores.ts';

/** Makes an instrument of each tool, hands included, and the protocols. Done once, at first start. */
export function setUpLab(stores: Stores, tools: readonly ToolName[], newId: () => string): string {
  if (stores.protocols.any()) throw new Refusal(409, 'The lab is set up already.');
  for (const tool of new Set<ToolName>([...tools, 'hand']))
    stores.instruments.save(newId(), {
      ...TOOL_DEFAULTS[tool],
      serial: '',
      connection: '',
      retired: '',
    });
  const ids = protocolsFor(tools).map((draft) => {
    const id = newId();
    stores.protocols.addDraft(id, draft);
    return id;
  });
  return ids[0] ?? '';
}
