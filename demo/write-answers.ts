/** Writes down what the demo answers now, once a rule has changed and its differences were read. Runs when it is imported. */
import { packFigures } from '#server/former-books.ts';
import { DEMO_ANSWERS, demoAnswers } from './demo-answers.ts';

packFigures(DEMO_ANSWERS, await demoAnswers());
