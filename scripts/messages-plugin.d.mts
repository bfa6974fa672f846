import type { Plugin } from 'vite';

export const parsedMessages: Plugin;
