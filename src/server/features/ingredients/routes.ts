import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import { IngredientSchema } from '#core/ingredients';
import { IngredientEditSchema, IngredientParamsSchema, OwnIngredientSchema } from '#contract';
import { route } from '../../plugins/routes.ts';
import { addIngredient, dropIngredient, editIngredient, ownIngredients } from './service.ts';

export function ingredientRoutes(app: FastifyInstance, source: DataSource): void {
  route(app, {
    method: 'GET',
    url: '/api/ingredients',
    summary: 'Ingredients that the kitchen added or changed; the others ship with Bluebell',
    response: v.array(OwnIngredientSchema),
    role: 'viewer',
    handler: async ({ session }) => ownIngredients(source, session),
  });
  route(app, {
    method: 'POST',
    url: '/api/ingredients',
    summary: 'Add an ingredient, or the kitchen’s own figures of one that ships',
    body: IngredientSchema,
    response: OwnIngredientSchema,
    status: 201,
    role: 'cook',
    handler: async ({ session, body }) => addIngredient(source, session, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/ingredients/:ingredientId',
    summary: 'Change an ingredient that the kitchen keeps',
    params: IngredientParamsSchema,
    body: IngredientEditSchema,
    response: OwnIngredientSchema,
    role: 'cook',
    handler: async ({ session, params, body }) => editIngredient(source, session, params.ingredientId, body),
  });
  route(app, {
    method: 'DELETE',
    url: '/api/ingredients/:ingredientId',
    summary: 'Drop the kitchen’s own figures of an ingredient',
    params: IngredientParamsSchema,
    status: 204,
    role: 'cook',
    handler: async ({ session, params }) => dropIngredient(source, session, params.ingredientId),
  });
}
