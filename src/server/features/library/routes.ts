import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import {
  ArchiveSchema,
  BookFormulaSchema,
  FormulaEditSchema,
  FormulaParamsSchema,
  FormulaRevisionSchema,
  FormulaSchema,
  NewFormulaSchema,
} from '#contract';
import { route } from '../../plugins/routes.ts';
import { addFormula, archiveFormula, bookFormulas, editFormula, formulaRevisions } from './formulas.ts';

export function libraryRoutes(app: FastifyInstance, source: DataSource): void {
  route(app, {
    method: 'GET',
    url: '/api/formulas',
    summary: 'Formulas of the kitchen, newest revision of each, also those put away',
    response: v.array(BookFormulaSchema),
    role: 'viewer',
    handler: async ({ session }) => bookFormulas(source, session),
  });
  route(app, {
    method: 'POST',
    url: '/api/formulas',
    summary: 'Put a formula into the book',
    body: NewFormulaSchema,
    response: FormulaSchema,
    status: 201,
    role: 'cook',
    handler: async ({ session, body }) => addFormula(source, session, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/formulas/:formulaId',
    summary: 'Keep a new revision of a formula',
    params: FormulaParamsSchema,
    body: FormulaEditSchema,
    response: FormulaSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => editFormula(source, session, params.formulaId, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/formulas/:formulaId/archived',
    summary: 'Put a formula away, or take it back',
    params: FormulaParamsSchema,
    body: ArchiveSchema,
    response: BookFormulaSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => archiveFormula(source, session, params.formulaId, body.archived),
  });
  route(app, {
    method: 'GET',
    url: '/api/formulas/:formulaId/revisions',
    summary: 'All revisions of a formula, newest first',
    params: FormulaParamsSchema,
    response: v.array(FormulaRevisionSchema),
    role: 'viewer',
    handler: async ({ session, params }) => formulaRevisions(source, session, params.formulaId),
  });
}
