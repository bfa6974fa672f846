/** `POST /api/calc/<name>`: every entry of the registry. */
import { type Express, Router } from 'express';
import { runCalculation } from '#contract/calculation.ts';
import { CALCULATIONS, findCalculation } from '#contract/calculations.ts';
import { Refusal } from './problems.ts';

export function mountCalculations(app: Express): void {
  const router = Router();
  router.get('/', (_request, response) => {
    response.json(CALCULATIONS.map(({ name, summary, source }) => ({ name, summary, source })));
  });
  router.post('/:name', (request, response) => {
    const entry = findCalculation(request.params.name);
    if (!entry)
      throw new Refusal(
        404,
        `There is no calculation ${request.params.name.slice(0, 40)}. There are: ${CALCULATIONS.map((c) => c.name).join(', ')}.`,
      );
    if (request.body === undefined)
      throw new Refusal(415, 'Send the input as JSON (content type application/json).');
    response.json(runCalculation(entry, request.body));
  });
  app.use('/api/calc', router);
}
