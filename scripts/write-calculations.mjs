/** Writes docs/calculations.md from the registry: `npm run docs`. */
import { writeFileSync } from 'node:fs';
import { runSource } from './source.mjs';

const { CALCULATIONS } = await runSource('contract/calculations.ts');

const entries = CALCULATIONS.map((entry) => {
  const input = entry.input.parse(entry.example);
  const output = entry.output.parse(entry.calculate(input));
  return `## ${entry.name}

${entry.summary}

Formula: ${entry.source}

\`\`\`http
POST /api/calc/${entry.name}

${JSON.stringify(entry.example)}
\`\`\`

\`\`\`json
${JSON.stringify(output)}
\`\`\`
`;
});

writeFileSync(
  new URL('../docs/calculations.md', import.meta.url),
  `# Calculations

Written by \`npm run docs\` from \`contract/calculations.ts\`. Lengths are in mm and masses in g unless a name says otherwise. Bad input is answered 400 or 422 as problem details that name the field. \`df\` null stands for unlimited degrees of freedom. The schemas are in \`/api/openapi.json\`.

${entries.join('\n')}`,
);
