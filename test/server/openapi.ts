import { randomUUID } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import type { Role } from '#contract';
import { DEMO_BURNERS, GRIDDLE_CAKES } from '#demo';
import type { TestKitchen } from './app.ts';
import { made, newKitchen, newRun, ownFlour, ownLadle, panOver, probed } from './make.ts';

// The server's own OpenAPI document, from which the tests learn what routes there are.

export interface Schema {
  readonly type?: string;
  readonly properties?: Record<string, Schema>;
  readonly required?: string[];
  readonly items?: Schema;
}
interface Operation {
  readonly requestBody?: { readonly content: Record<string, { readonly schema: Schema }> };
  readonly 'x-role'?: Role | 'anyone';
}
export interface Route {
  readonly method: string;
  readonly url: string;
  readonly role: Role | 'anyone';
  readonly body: Schema | undefined;
}

export async function routesOf(app: FastifyInstance): Promise<Route[]> {
  const document = (await app.inject({ url: '/api/docs' })).json() as {
    paths: Record<string, Record<string, Operation>>;
  };
  return Object.entries(document.paths).flatMap(([url, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({
      method: method.toUpperCase(),
      url,
      role: operation['x-role']!,
      body: operation.requestBody?.content['application/json']?.schema,
    })),
  );
}

/** A body each route takes as it stands, from someone of the kitchen. */
export function goodBody(route: Route, kitchen: TestKitchen): Record<string, unknown> {
  switch (`${route.method} ${route.url}`) {
    case 'POST /api/session':
      return { name: 'x', passphrase: 'y' };
    case 'PUT /api/settings':
      return { temperatureUnit: 'C', theme: 'light', sound: true };
    case 'PUT /api/passphrase':
      return { current: 'not this one', next: 'puffins in the burrow' };
    case 'PUT /api/people/{personId}':
      return { role: 'cook' };
    case 'POST /api/invites':
      return { kind: 'person', role: 'cook' };
    case 'POST /api/join/code':
      return { code: 'AAAA-AAAA' };
    case 'POST /api/join':
      return { code: 'AAAA-AAAA', name: 'Nobody yet', passphrase: 'puffins in the burrow' };
    case 'POST /api/runs':
      return { ...newRun(kitchen) };
    case 'POST /api/runs/{runId}/events':
      return { events: [made('flipped', { pieceId: randomUUID() })] };
    case 'PUT /api/kitchen':
      return { eggClass: 'euM', altitudeM: 300, roomC: 19, bowlMl: 4000 };
    case 'PUT /api/kitchen/rules':
      return { name: `Test ${kitchen.id}`, askAgainMin: null };
    case 'POST /api/kitchen/hand-over':
      return { personId: kitchen.personId };
    case 'DELETE /api/kitchen':
      return { name: 'not this kitchen' };
    case 'POST /api/kitchens':
      return newKitchen();
    case 'POST /api/session/kitchen':
      return { kitchenId: kitchen.id };
    case 'POST /api/session/confirm':
      return { passphrase: 'not this one' };
    case 'POST /api/formulas':
      return { id: randomUUID(), body: GRIDDLE_CAKES };
    case 'PUT /api/formulas/{formulaId}':
      return { revision: 1, body: GRIDDLE_CAKES };
    case 'PUT /api/formulas/{formulaId}/archived':
      return { archived: true };
    case 'POST /api/ingredients':
      return { ...ownFlour(), id: randomUUID() };
    case 'PUT /api/ingredients/{ingredientId}':
      return { version: 1, body: ownFlour() };
    case 'POST /api/burners':
      return { id: randomUUID(), body: DEMO_BURNERS[5].body };
    case 'PUT /api/burners/{burnerId}':
      return { version: 1, body: DEMO_BURNERS[5].body };
    case 'POST /api/stations':
      return { id: randomUUID(), body: panOver(kitchen.burnerId) };
    case 'PUT /api/stations/{stationId}':
      return { version: 1, body: panOver(kitchen.burnerId) };
    case 'POST /api/stations/{stationId}/readings':
      return { id: randomUUID(), body: probed() };
    case 'POST /api/ladles':
      return { id: randomUUID(), body: ownLadle() };
    case 'PUT /api/ladles/{ladleId}':
      return { version: 1, body: ownLadle() };
    case 'PUT /api/burners/{burnerId}/archived':
    case 'PUT /api/stations/{stationId}/archived':
    case 'PUT /api/ladles/{ladleId}/archived':
      return { archived: true };
    default:
      throw new Error(`No body is known for ${route.method} ${route.url}: add one here.`);
  }
}

/** The address of a route with its gaps filled. */
export function addressOf(route: Route, ids: Readonly<Record<string, string>>): string {
  return route.url.replaceAll(/\{(\w+)\}/g, (_gap, name: string) => encodeURIComponent(ids[name] ?? `no-${name}`));
}
