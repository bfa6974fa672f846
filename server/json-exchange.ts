/** JSON in and out, for the bench and for phone links alike: bodies in UTF-8, answers of this lab that nobody keeps. */
import express, { type RequestHandler } from 'express';
import { LAB_HEADER } from '#contract/headers.ts';
import { requireUtf8 } from './request-body.ts';

/** Reads a JSON body of at most a size such as `64kb`. */
export const readJson = (limit: string): RequestHandler =>
  express.json({ limit, verify: requireUtf8 });

/** @param lab identity of the lab, which every answer carries */
export const exchangeJson = (limit: string, lab: string): RequestHandler[] => [
  readJson(limit),
  (_request, response, next) => {
    response.set({ 'Cache-Control': 'no-store', [LAB_HEADER]: lab });
    next();
  },
];
