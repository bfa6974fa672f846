/** Builds the app once, before tests begin that start servers or threads of it. */
import { buildApp } from './build.mjs';

export default async function prepare() {
  await buildApp();
}
