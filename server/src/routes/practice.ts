import { practiceBody } from '@fulgent/core/contracts';
import { practiceCsv } from '@fulgent/core/files';
import { Router } from 'express';
import type { PracticeRepository } from '../db/practice-repository';
import { validated } from './validated';

/** Answers of practice: kept, told, taken along as a file, forgotten. */
export function practiceRoutes(answers: PracticeRepository): Router {
  const router = Router();
  router.get('/', (_req, res) => {
    res.json(answers.all());
  });
  router.post('/', (req, res) => {
    answers.add(validated(practiceBody, req.body).answers);
    res.status(204).end();
  });
  router.delete('/', (_req, res) => {
    answers.clear();
    res.status(204).end();
  });
  router.get('/export.csv', (_req, res) => {
    res.attachment('practice.csv').type('text/csv').send(practiceCsv(answers.all()));
  });
  return router;
}
