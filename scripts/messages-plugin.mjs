/** Messages are parsed by the build, so that pages carry no parser of them. */
import { parse } from '@formatjs/icu-messageformat-parser';

/** Calls of `message(parameters, 'text')`, wherever they stand in a module. */
function callsIn(node, calls = []) {
  if (Array.isArray(node)) for (const one of node) callsIn(one, calls);
  else if (node && typeof node === 'object') {
    if (node.type === 'CallExpression' && node.callee.name === 'message') calls.push(node);
    for (const [key, inner] of Object.entries(node)) if (key !== 'parent') callsIn(inner, calls);
  }
  return calls;
}

/** @type {import('vite').Plugin} */
export const parsedMessages = {
  name: 'parsed-messages',
  apply: 'build',
  // After TypeScript is gone.
  enforce: 'post',
  config: () => ({
    resolve: {
      alias: [
        {
          find: /^@formatjs\/icu-messageformat-parser$/,
          replacement: '@formatjs/icu-messageformat-parser/no-parser.js',
        },
      ],
    },
  }),
  transform(code, id) {
    if (!/\/core\/wording\/[a-z-]+-sentences[.]ts$/.test(id)) return null;
    let parsed = code;
    // From the last to the first, so that places before stay true.
    for (const { arguments: given } of callsIn(this.parse(code)).reverse()) {
      const source = given[1];
      if (typeof source?.value !== 'string')
        throw new Error(`${id}: a message is not one string literal, and cannot be parsed here`);
      const elements = parse(source.value, { ignoreTag: true, captureLocation: false });
      parsed = `${parsed.slice(0, source.start)}${JSON.stringify(elements)}${parsed.slice(source.end)}`;
    }
    return { code: parsed, map: null };
  },
};
