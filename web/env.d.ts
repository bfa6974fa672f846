/** The build that a page is of; set by vite.config.ts. */
declare const __EMVEX_BUILD__: string;
