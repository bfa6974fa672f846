/**
 * Of every endpoint what a page needs of it: where it is, what it touches. The build puts this in as
 * data, so that pages carry no schema they do not use (vite.config.ts).
 */
import type { Endpoint, Topic } from './endpoint.ts';
import { ENDPOINTS, type EndpointName } from './endpoints.ts';

export interface Address {
  method: string;
  /** Parameters as `:name`. */
  path: string;
  touches: readonly Topic[];
}

const addressOf = (endpoint: Endpoint): Address => {
  const [method = '', path = ''] = endpoint.at.split(' ');
  return { method, path, touches: 'touches' in endpoint ? endpoint.touches : [] };
};

export const ADDRESSES = Object.fromEntries(
  Object.entries(ENDPOINTS).map(([name, endpoint]) => [name, addressOf(endpoint)]),
) as Record<EndpointName, Address>;
