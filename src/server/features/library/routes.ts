import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import { FormulaSchema, StationSchema } from '#contract';
import { route } from '../../plugins/routes.ts';
import { formulas, stations } from './service.ts';

export function libraryRoutes(app: FastifyInstance, source: DataSource): void {
  route(app, {
    method: 'GET',
    url: '/api/formulas',
    summary: 'Formulas of the kitchen, newest revision of each',
    response: v.array(FormulaSchema),
    role: 'viewer',
    handler: async ({ session }) => formulas(source, session),
  });
  route(app, {
    method: 'GET',
    url: '/api/stations',
    summary: 'Stations of the kitchen',
    response: v.array(StationSchema),
    role: 'viewer',
    handler: async ({ session }) => stations(source, session),
  });
}
