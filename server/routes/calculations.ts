/** `POST /api/calc/<name>`: every entry of the registry. */
import { type Express, Router } from 'express';
import { CALCULATIONS, findCalculation } from '#contract/calculations.ts';
import { Refusal } from '../problems.ts';

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
    const input = entry.input.parse(request.body);
    const result = entry.output.safeParse(entry.calculate(input));
    // A result that breaks its own schema is a fault of the program, not of the request.
    if (!result.success) throw new Error(`${entry.name}: ${result.error.message}`);
    response.json(result.data);
  });
  app.use('/api/calc', router);
}
