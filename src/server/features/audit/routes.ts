import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import { AuditEntrySchema } from '#contract';
import { route } from '../../plugins/routes.ts';
import { auditList } from './service.ts';

export function auditRoutes(app: FastifyInstance, source: DataSource): void {
  route(app, {
    method: 'GET',
    url: '/api/audit',
    summary: 'Who changed what in the kitchen, newest first',
    response: v.array(AuditEntrySchema),
    role: 'owner',
    handler: async ({ session }) => auditList(source, session),
  });
}
