/** Every address of the API, and the types of what passes there. */
import type { z } from 'zod';
import { BACKUP_ENDPOINTS } from './backup-endpoints.ts';
import { CONSTRUCTION_ENDPOINTS } from './construction-endpoints.ts';
import { CORRECTION_ENDPOINTS } from './correction-endpoints.ts';
import { DELIVERY_ENDPOINTS } from './delivery-endpoints.ts';
import { EDITION_ENDPOINTS } from './edition-endpoints.ts';
import type { Endpoint, Topic } from './endpoint.ts';
import { EXCHANGE_ENDPOINTS } from './exchange-endpoints.ts';
import { FIT_ENDPOINTS } from './fit-endpoints.ts';
import { GUIDE_ENDPOINTS } from './guide-endpoints.ts';
import { HALL_ENDPOINTS } from './hall-endpoints.ts';
import { ISSUE_ENDPOINTS } from './issue-endpoints.ts';
import { LAB_ENDPOINTS } from './lab-endpoints.ts';
import { LINE_ENDPOINTS } from './line-endpoints.ts';
import { MATCH_ENDPOINTS } from './match-endpoints.ts';
import { PAIR_ENDPOINTS } from './pair-endpoints.ts';
import { READING_ENDPOINTS } from './reading-endpoints.ts';
import { SHEET_ENDPOINTS } from './sheet-endpoints.ts';
import { SHELF_ENDPOINTS } from './shelf-endpoints.ts';
import { STUDY_ENDPOINTS } from './study-endpoints.ts';
import { TABLE_ENDPOINTS } from './table-endpoints.ts';
import { WEAR_ENDPOINTS } from './wear-endpoints.ts';
import { WISH_ENDPOINTS } from './wish-endpoints.ts';

export const ENDPOINTS = {
  ...LAB_ENDPOINTS,
  ...HALL_ENDPOINTS,
  ...PAIR_ENDPOINTS,
  ...EDITION_ENDPOINTS,
  ...CONSTRUCTION_ENDPOINTS,
  ...CORRECTION_ENDPOINTS,
  ...READING_ENDPOINTS,
  ...MATCH_ENDPOINTS,
  ...DELIVERY_ENDPOINTS,
  ...STUDY_ENDPOINTS,
  ...SHEET_ENDPOINTS,
  ...SHELF_ENDPOINTS,
  ...ISSUE_ENDPOINTS,
  ...LINE_ENDPOINTS,
  ...WISH_ENDPOINTS,
  ...FIT_ENDPOINTS,
  ...WEAR_ENDPOINTS,
  ...EXCHANGE_ENDPOINTS,
  ...BACKUP_ENDPOINTS,
  ...TABLE_ENDPOINTS,
  ...GUIDE_ENDPOINTS,
} satisfies Record<string, Endpoint>;

export type Endpoints = typeof ENDPOINTS;
export type EndpointName = keyof Endpoints;
type NamesOf<Kind> = {
  [N in EndpointName]: Endpoints[N] extends Kind ? N : never;
}[EndpointName];

/** Addresses that take or give a file or a stream. */
export type FileName = NamesOf<{ takes: string } | { gives: string }>;
/** Addresses that take JSON, or nothing, and answer with JSON. */
export type PathName = Exclude<EndpointName, FileName>;
/** Addresses that change the book. */
export type ChangeName = NamesOf<{ touches: readonly Topic[] }>;
/** Addresses that take a file as a change. */
export type FileChangeName = NamesOf<{ takes: string; touches: readonly Topic[] }>;
/** Changes that wait in the browser while the server is away. */
export type WaitingName = Exclude<NamesOf<{ waits: true }>, FileName>;

type SchemaOf<N extends EndpointName, K extends string> =
  Endpoints[N] extends Record<K, infer S> ? (S extends z.ZodType ? S : undefined) : undefined;
/** Body as a client may send it. */
export type BodyIn<N extends EndpointName> =
  SchemaOf<N, 'body'> extends z.ZodType ? z.input<SchemaOf<N, 'body'>> : undefined;
/** Body as the server has checked it. */
export type BodyOut<N extends EndpointName> =
  SchemaOf<N, 'body'> extends z.ZodType ? z.output<SchemaOf<N, 'body'>> : undefined;
export type ParamsOf<N extends EndpointName> =
  SchemaOf<N, 'params'> extends z.ZodType ? z.output<SchemaOf<N, 'params'>> : Record<string, never>;
export type QueryOf<N extends EndpointName> =
  SchemaOf<N, 'query'> extends z.ZodType ? z.output<SchemaOf<N, 'query'>> : Record<string, never>;
/** Query as a client may send it. */
export type QueryIn<N extends EndpointName> =
  SchemaOf<N, 'query'> extends z.ZodType ? z.input<SchemaOf<N, 'query'>> : Record<string, never>;
export type AnswerOf<N extends EndpointName> = z.output<Endpoints[N]['answer']>;
