import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,contract,server,demo,checks,web}/**/*.test.{ts,tsx}'],
    environment: 'node',
  },
});
