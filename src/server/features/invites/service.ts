import { randomUUID } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type * as v from 'valibot';
import {
  DEFAULT_SETTINGS,
  type CodeMeans,
  type Invite,
  type JoinSchema,
  type MadeInvite,
  type NewInvite,
} from '#contract';
import { inKitchen } from '../../database.ts';
import { RequestError, badInput, conflict, nameInUse, notFound } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { PersonEntity } from '../people/entity.ts';
import { nameKey } from '../people/names.ts';
import { hashPassphrase } from '../people/passphrase.ts';
import { belongsTo } from '../people/service.ts';
import { mustBeHardToGuess } from '../people/strength.ts';
import { hashCode, makeCode } from './code.ts';

/** A device is let in on the spot; a person may take a week to find the message. */
const LASTS_MS = { device: 15 * 60_000, person: 7 * 86_400_000 } as const;

/** Makes an invite. Its code leaves here once and is kept only as a hash. */
export async function makeInvite(
  source: DataSource,
  who: Pick<KnownSession, 'kitchenId'> & { readonly personId: string | null },
  wanted: NewInvite,
): Promise<MadeInvite> {
  if (wanted.kind === 'device' && wanted.role === 'owner')
    throw badInput('A device cannot own a kitchen.', 'role', 'Let it in as a cook or a viewer.');
  const id = randomUUID();
  const code = makeCode();
  const expiresAt = new Date(Date.now() + LASTS_MS[wanted.kind]);
  await inKitchen(source, who.kitchenId, async (manager) => {
    await manager.query('DELETE FROM invite WHERE used_at IS NOT NULL OR expires_at < now()');
    await manager.query(
      `INSERT INTO invite (id, kitchen_id, code_hash, kind, role, made_by, expires_at)
       VALUES ($1, $2, $3, $4, $5, $6, $7)`,
      [id, who.kitchenId, hashCode(code), wanted.kind, wanted.role, who.personId, expiresAt],
    );
    await record(manager, who, 'invited', `${wanted.kind}, ${wanted.role}`);
  });
  return { id, ...wanted, code, expiresAtMs: expiresAt.getTime() };
}

/** Invites that still let someone in. */
export async function openInvites(source: DataSource, session: KnownSession): Promise<Invite[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const rows: { id: string; kind: Invite['kind']; role: Invite['role']; expires_at: Date }[] = await manager.query(
      'SELECT id, kind, role, expires_at FROM invite WHERE used_at IS NULL AND expires_at > now() ORDER BY made_at DESC',
    );
    return rows.map(({ id, kind, role, expires_at }) => ({ id, kind, role, expiresAtMs: expires_at.getTime() }));
  });
}

export async function withdrawInvite(source: DataSource, session: KnownSession, inviteId: string): Promise<void> {
  await inKitchen(source, session.kitchenId, async (manager) => {
    const [, count] = await manager.query('DELETE FROM invite WHERE id = $1', [inviteId]);
    if (!count) throw notFound('This invite', 'inviteId');
    await record(manager, session, 'invite-withdrawn');
  });
}

interface FoundInvite extends CodeMeans {
  readonly id: string;
  readonly kitchen_id: string;
}

/** What a code lets in. @throws RequestError 404 when it lets in nobody. */
export async function readCode(source: DataSource, code: string): Promise<CodeMeans> {
  const { kind, role } = await findInvite(source, code);
  return { kind, role };
}

/**
 * Lets in who has the code, once: of two who use it at the same moment one is let in. A person who is signed in already
 * joins with the passphrase they have and belongs to one kitchen more.
 * @throws RequestError 404 for a code that is unknown, used or too old, 409 for a name in use, 400 for a passphrase that
 *   is easily guessed.
 */
export async function join(
  source: DataSource,
  wanted: v.InferOutput<typeof JoinSchema>,
  as: KnownSession | null,
  published: readonly string[],
): Promise<{ id: string; kitchenId: string }> {
  const invite = await findInvite(source, wanted.code);
  const account =
    invite.kind === 'person' ? await accountFor(source, wanted, as, { kitchenId: invite.kitchen_id, published }) : {};
  const id = randomUUID();
  await inKitchen(source, invite.kitchen_id, async (manager) => {
    await use(manager, invite.id);
    await manager.insert(PersonEntity, {
      id,
      kitchenId: invite.kitchen_id,
      name: wanted.name,
      nameKey: nameKey(wanted.name),
      kind: invite.kind,
      role: invite.role,
      passphraseHash: null,
      settings: DEFAULT_SETTINGS,
      ...account,
    });
    await record(manager, { kitchenId: invite.kitchen_id, personId: id }, 'joined', `${invite.kind}, ${invite.role}`);
  }).catch(nameInUse('name', 'Choose another; the code still counts.'));
  return { id, kitchenId: invite.kitchen_id };
}

/** By what a new member signs in: with what they have in another kitchen of the house, or with a passphrase of their own. */
async function accountFor(
  source: DataSource,
  { name, passphrase }: { readonly name: string; readonly passphrase?: string | undefined },
  as: KnownSession | null,
  { kitchenId, published }: { readonly kitchenId: string; readonly published: readonly string[] },
): Promise<{ passphraseHash: string; accountId?: string }> {
  if (passphrase === undefined && as?.kind === 'person') {
    const belongs = await belongsTo(source, as.personId);
    if (belongs.some((each) => each.kitchenId === kitchenId)) throw ofItAlready();
    const [own] = belongs;
    if (own?.passphraseHash) return { passphraseHash: own.passphraseHash, accountId: own.accountId };
  }
  if (passphrase === undefined) throw badInput('Write a passphrase.', 'passphrase', 'You sign in with it from now on.');
  await mustBeHardToGuess(passphrase, 'passphrase', { about: [name], published });
  return { passphraseHash: await hashPassphrase(passphrase) };
}

function ofItAlready(): RequestError {
  return conflict('memberAlready', 'You are of this kitchen already.', 'code', 'Give the code to who it is for.');
}

async function findInvite(source: DataSource, code: string): Promise<FoundInvite> {
  const [found] = await source.query('SELECT * FROM invite_by_code($1)', [hashCode(code)]);
  if (!found) throw noSuchCode();
  return found;
}

async function use(manager: EntityManager, inviteId: string): Promise<void> {
  const [, count] = await manager.query('UPDATE invite SET used_at = now() WHERE id = $1 AND used_at IS NULL', [
    inviteId,
  ]);
  if (!count) throw noSuchCode();
}

function noSuchCode(): RequestError {
  return new RequestError(404, {
    code: 'noSuchCode',
    message: 'This code lets nobody in: it is wrong, used or too old.',
    field: 'code',
    hint: 'Ask the owner of the kitchen for a new one.',
  });
}
