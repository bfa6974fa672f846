/** Writes docs/calculations.md from the registry and docs/limits.md from the tables of limits: `npm run docs`. */
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

const { LIMIT_TABLES } = await runSource('core/limits/limits.ts');

const tables = Object.entries(LIMIT_TABLES).map(([room, table]) => {
  const rows = Object.entries(table).map(
    ([name, { value, unit, meaning, source, changedBy }]) =>
      `| ${name} | ${value} ${unit} | ${meaning} | ${source} | ${changedBy} |`,
  );
  return `## ${room}

| name | value | meaning | source | changed by |
|---|---|---|---|---|
${rows.join('\n')}
`;
});

writeFileSync(
  new URL('../docs/limits.md', import.meta.url),
  `# Limits

Written by \`npm run docs\` from \`core/limits/\`. The tables list every limit on which a verdict depends, by the folder of \`core/\` that uses it. A value without a unit is a share or a probability.

Other limits are elsewhere. Left-right tolerances, smallest noticeable differences and classes are with each quantity in \`core/catalogue/\`. The limits of the rules of a use are with these rules, and \`checks/use-lines.json\` lists them. A lab can change noticeable differences, tolerances, classes, targets, limits of rules, check intervals, rated life and worn tread (\`core/limits/lab-limits.ts\`).

\`npm run mutants limits\` moves each limit up and down, and expects a test to fail.

${tables.join('\n')}`,
);
