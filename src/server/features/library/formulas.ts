import { In, type DataSource, type EntityManager } from 'typeorm';
import type { BookFormula, Formula, FormulaEdit, FormulaRevision, NewFormula } from '#contract';
import { FormulaFault, checkFormula, type FormulaBody } from '#core/formula';
import { inKitchen } from '../../database.ts';
import { badInput, idInUse, notFound, stale } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { kitchenLarder } from '../ingredients/service.ts';
import { FormulaEntity, FormulaRevisionEntity } from './entity.ts';

/** Every formula in the book, put away or not, newest revision of each, by name. */
export async function bookFormulas(source: DataSource, session: KnownSession): Promise<BookFormula[]> {
  return inKitchen(source, session.kitchenId, async (manager) => newestFormulas(manager));
}

/** Newest revision of each formula, by name. */
export async function newestFormulas(manager: EntityManager, ids?: string[]): Promise<BookFormula[]> {
  const heads = await manager.find(FormulaEntity, ids ? { where: { id: In(ids) } } : {});
  const revisions = await manager.find(FormulaRevisionEntity, {
    where: heads.map(({ id, revision }) => ({ formulaId: id, revision })),
  });
  return heads
    .map(({ id, revision, archivedAt }) => ({
      ...{ id, revision, archived: archivedAt !== null },
      body: revisions.find((row) => row.formulaId === id)!.body,
    }))
    .sort((a, b) => a.body.name.localeCompare(b.body.name));
}

/** Puts a formula into the book. Sent again with the same id it changes nothing. */
export async function addFormula(source: DataSource, session: KnownSession, wanted: NewFormula): Promise<Formula> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    await mustBeCookable(manager, wanted.body);
    const made = await manager
      .createQueryBuilder()
      .insert()
      .into(FormulaEntity)
      .values({ id: wanted.id, kitchenId: session.kitchenId, revision: 1 })
      .orIgnore()
      .returning('id')
      .execute();
    if ((made.raw as unknown[]).length > 0) {
      await keepRevision(manager, session, wanted.id, 1, wanted.body);
      await record(manager, session, 'formula-saved', wanted.body.name);
    }
    const [formula] = await newestFormulas(manager, [wanted.id]);
    if (!formula) throw idInUse();
    return formula;
  });
}

/** A new revision of a formula; older ones stay. @throws RequestError 409 when another was kept meanwhile */
export async function editFormula(
  source: DataSource,
  session: KnownSession,
  formulaId: string,
  { revision, body }: FormulaEdit,
): Promise<Formula> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    await mustBeCookable(manager, body);
    const moved = await manager.update(FormulaEntity, { id: formulaId, revision }, { revision: revision + 1 });
    if (moved.affected === 0) {
      if (await manager.existsBy(FormulaEntity, { id: formulaId })) throw stale('revision');
      throw notFound('This formula', 'formulaId');
    }
    await keepRevision(manager, session, formulaId, revision + 1, body);
    await record(manager, session, 'formula-saved', body.name);
    return { id: formulaId, revision: revision + 1, body };
  });
}

/** Puts a formula away or takes it back. Runs that use it keep their own. */
export async function archiveFormula(
  source: DataSource,
  session: KnownSession,
  formulaId: string,
  archived: boolean,
): Promise<BookFormula> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    await manager.update(FormulaEntity, { id: formulaId }, { archivedAt: archived ? new Date() : null });
    const [formula] = await newestFormulas(manager, [formulaId]);
    if (!formula) throw notFound('This formula', 'formulaId');
    await record(manager, session, archived ? 'formula-archived' : 'formula-taken-back', formula.body.name);
    return formula;
  });
}

/** All revisions of a formula, newest first. */
export async function formulaRevisions(
  source: DataSource,
  session: KnownSession,
  formulaId: string,
): Promise<FormulaRevision[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    if (!(await manager.existsBy(FormulaEntity, { id: formulaId }))) throw notFound('This formula', 'formulaId');
    const rows: { revision: number; body: FormulaBody; made_at: Date; name: string | null }[] = await manager.query(
      `SELECT r.revision, r.body, r.made_at, p.name FROM formula_revision r LEFT JOIN person p ON p.id = r.made_by
       WHERE r.formula_id = $1 ORDER BY r.revision DESC LIMIT 100`,
      [formulaId],
    );
    return rows.map((row) => ({
      ...{ revision: row.revision, body: row.body },
      ...{ madeAtMs: row.made_at.getTime(), madeBy: row.name },
    }));
  });
}

async function keepRevision(
  manager: EntityManager,
  session: KnownSession,
  formulaId: string,
  revision: number,
  body: FormulaBody,
): Promise<void> {
  await manager.query(
    'INSERT INTO formula_revision (formula_id, revision, kitchen_id, body, made_by) VALUES ($1, $2, $3, $4, $5)',
    [formulaId, revision, session.kitchenId, body, session.personId],
  );
}

/** @throws RequestError 400 naming the line, when the formula names what the kitchen has not, or makes no batter */
async function mustBeCookable(manager: EntityManager, body: FormulaBody): Promise<void> {
  try {
    checkFormula(body, await kitchenLarder(manager));
  } catch (error) {
    if (!(error instanceof FormulaFault)) throw error;
    const index = body.lines.findIndex((line) => line.ingredientId === error.about);
    throw badInput(
      error.message,
      index < 0 ? 'body.lines' : `body.lines[${index}].ingredientId`,
      index < 0 ? 'Write how much flour or grain goes in.' : 'Add the ingredient first, or choose another.',
    );
  }
}
