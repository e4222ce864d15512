import type { DataSource, EntityManager } from 'typeorm';
import type { IngredientEdit, OwnIngredient } from '#contract';
import { SHIPPED_LARDER, larderWith, type Ingredient, type Larder } from '#core/ingredients';
import { inKitchen } from '../../database.ts';
import { badInput, inUse, notFound, stale } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { IngredientEntity } from './entity.ts';

/** The kitchen's own ingredients and the shipped ones it has changed. */
export async function ownIngredients(source: DataSource, session: KnownSession): Promise<OwnIngredient[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const rows = await manager.find(IngredientEntity, { order: { id: 'ASC' } });
    return rows.map(({ version, body }) => ({ version, body }));
  });
}

/** What the kitchen cooks with. */
export async function kitchenLarder(manager: EntityManager): Promise<Larder> {
  return larderWith(await keptIngredients(manager));
}

export async function keptIngredients(manager: EntityManager): Promise<Ingredient[]> {
  return (await manager.find(IngredientEntity)).map((row) => row.body);
}

/** Keeps an ingredient of the kitchen's own, or its own figures of a shipped one. @throws RequestError 409 when it has it */
export async function addIngredient(
  source: DataSource,
  session: KnownSession,
  body: Ingredient,
): Promise<OwnIngredient> {
  mustFit(body, '');
  return inKitchen(source, session.kitchenId, async (manager) => {
    const made: unknown[] = await manager.query(
      'INSERT INTO ingredient (kitchen_id, id, version, body) VALUES ($1, $2, 1, $3) ON CONFLICT DO NOTHING RETURNING id',
      [session.kitchenId, body.id, body],
    );
    if (made.length === 0) throw stale('id');
    await record(manager, session, 'ingredient-saved', body.name ?? body.id);
    return { version: 1, body };
  });
}

/** Keeps another version. @throws RequestError 409 when someone kept another meanwhile */
export async function editIngredient(
  source: DataSource,
  session: KnownSession,
  id: string,
  { version, body: fields }: IngredientEdit,
): Promise<OwnIngredient> {
  const body = { id, ...fields };
  mustFit(body, 'body.');
  return inKitchen(source, session.kitchenId, async (manager) => {
    const { kitchenId } = session;
    const moved = await manager.update(IngredientEntity, { kitchenId, id, version }, { version: version + 1, body });
    if (moved.affected === 0) {
      if (await manager.existsBy(IngredientEntity, { kitchenId, id })) throw stale('version');
      throw notFound('This ingredient', 'ingredientId');
    }
    await record(manager, session, 'ingredient-saved', body.name ?? id);
    return { version: version + 1, body };
  });
}

/** @throws RequestError 400 for one without a name, or a shipped one in another part than its own */
function mustFit(body: Ingredient, under: string): void {
  const shipped = SHIPPED_LARDER.get(body.id);
  if (!shipped && !body.name) throw badInput('Write what it is called.', `${under}name`);
  if (shipped && shipped.role !== body.role)
    throw badInput('A shipped ingredient keeps its part in the batter. Add one of your own instead.', `${under}role`);
}

/** Drops the kitchen's own figures: a shipped ingredient is again what it shipped as. */
export async function dropIngredient(source: DataSource, session: KnownSession, id: string): Promise<void> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    const row = await manager.findOne(IngredientEntity, { where: { kitchenId: session.kitchenId, id } });
    if (!row) throw notFound('This ingredient', 'ingredientId');
    if (!SHIPPED_LARDER.has(id)) await mustNotBeUsed(manager, id);
    await manager.delete(IngredientEntity, { kitchenId: session.kitchenId, id });
    await record(manager, session, 'ingredient-dropped', row.body.name ?? id);
  });
}

/** A formula of the book must find all it names, in its older revisions too. */
async function mustNotBeUsed(manager: EntityManager, id: string): Promise<void> {
  const users: { name: string }[] = await manager.query(
    `SELECT body->>'name' AS name FROM formula_revision WHERE body->'lines' @> $1::jsonb LIMIT 1`,
    [JSON.stringify([{ ingredientId: id }])],
  );
  if (users[0]) throw inUse(`The formula "${users[0].name}" names it.`, 'ingredientId');
}
