import * as v from 'valibot';
import { KITCHEN_FACTS, KitchenFactsSchema } from './kitchen.ts';
import { MEASURE_SYSTEMS } from '#core/units';

export const RoleSchema = v.picklist(['owner', 'cook', 'viewer'], 'A role is owner, cook or viewer.');
export type Role = v.InferOutput<typeof RoleSchema>;

const Name = v.pipe(v.string(), v.trim(), v.minLength(1, 'Write a name.'), v.maxLength(80));
/** Long enough that a back-off at the door makes guessing hopeless; how it is made up is left to the person. */
const NewPassphrase = v.pipe(
  v.string(),
  v.minLength(10, 'Use at least 10 letters: a few words are easy to keep.'),
  v.maxLength(200),
);

export const SignInSchema = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1, 'Write the name you sign in with.'), v.maxLength(80)),
  passphrase: v.pipe(v.string(), v.minLength(1, 'Write your passphrase.'), v.maxLength(200)),
});
export type SignIn = v.InferOutput<typeof SignInSchema>;

export const TemperatureUnitSchema = v.picklist(['C', 'F']);

export const SettingsSchema = v.object({
  temperatureUnit: TemperatureUnitSchema,
  theme: v.picklist(['light', 'dark', 'system']),
  sound: v.boolean(),
  /** Whose cups and spoons. */
  measures: v.optional(v.picklist(MEASURE_SYSTEMS), 'us'),
  weights: v.optional(v.picklist(['g', 'oz']), 'g'),
});
export type Settings = v.InferOutput<typeof SettingsSchema>;
export const DEFAULT_SETTINGS: Settings = {
  temperatureUnit: 'C',
  theme: 'system',
  sound: true,
  measures: 'us',
  weights: 'g',
};

/** Who works in a kitchen: a person with a passphrase, or a device that joined by code. */
export const PersonSchema = v.object({
  id: v.string(),
  name: v.string(),
  role: RoleSchema,
  kind: v.picklist(['person', 'device']),
});
export type Person = v.InferOutput<typeof PersonSchema>;

export const SessionSchema = v.object({
  person: PersonSchema,
  kitchen: v.object({
    id: v.string(),
    name: v.string(),
    timeZone: v.string(),
    facts: v.optional(KitchenFactsSchema, KITCHEN_FACTS),
  }),
  settings: SettingsSchema,
});
export type Session = v.InferOutput<typeof SessionSchema>;

export const PersonParamsSchema = v.object({ personId: v.pipe(v.string(), v.uuid('This is not an id.')) });
export const NewRoleSchema = v.object({ role: RoleSchema });

export const NewPassphraseSchema = v.object({
  current: v.pipe(v.string(), v.minLength(1, 'Write the passphrase you have now.'), v.maxLength(200)),
  next: NewPassphrase,
});
export type NewPassphraseBody = v.InferOutput<typeof NewPassphraseSchema>;

/** A place where someone is signed in. */
export const OpenSessionSchema = v.object({
  id: v.string(),
  personId: v.string(),
  openedOn: v.string(),
  openedAtMs: v.number(),
  lastSeenAtMs: v.number(),
  /** The one this request came by. */
  here: v.boolean(),
});
export type OpenSession = v.InferOutput<typeof OpenSessionSchema>;
export const SessionParamsSchema = v.object({ sessionId: v.pipe(v.string(), v.uuid('This is not an id.')) });

export const NewInviteSchema = v.object({ kind: v.picklist(['person', 'device']), role: RoleSchema });
export type NewInvite = v.InferOutput<typeof NewInviteSchema>;
/** An invite still open. Its code is told once, when it is made. */
export const InviteSchema = v.object({
  id: v.string(),
  kind: v.picklist(['person', 'device']),
  role: RoleSchema,
  expiresAtMs: v.number(),
});
export type Invite = v.InferOutput<typeof InviteSchema>;
export const MadeInviteSchema = v.object({ ...InviteSchema.entries, code: v.string() });
export type MadeInvite = v.InferOutput<typeof MadeInviteSchema>;
export const InviteParamsSchema = v.object({ inviteId: v.pipe(v.string(), v.uuid('This is not an id.')) });

/** What a code lets in, asked before the rest of the form is shown. */
export const CodeSchema = v.object({
  code: v.pipe(v.string(), v.trim(), v.minLength(1, 'Write the code.'), v.maxLength(20)),
});
export const CodeMeansSchema = v.object({ kind: v.picklist(['person', 'device']), role: RoleSchema });
export type CodeMeans = v.InferOutput<typeof CodeMeansSchema>;

/** Joining a kitchen by code: a device with its name, a person with a passphrase as well. */
export const JoinSchema = v.object({ ...CodeSchema.entries, name: Name, passphrase: v.optional(NewPassphrase) });
export type Join = v.InferOutput<typeof JoinSchema>;

export const AUDIT_KINDS = [
  'signed-in',
  'sign-in-failed',
  'session-ended',
  'passphrase-changed',
  'invited',
  'invite-withdrawn',
  'joined',
  'role-changed',
  'removed',
  'run-made',
  'formula-saved',
  'formula-archived',
  'formula-taken-back',
  'ingredient-saved',
  'ingredient-dropped',
  'station-saved',
  'station-archived',
  'station-taken-back',
  'burner-saved',
  'burner-archived',
  'burner-taken-back',
  'ladle-saved',
  'ladle-archived',
  'ladle-taken-back',
  'kitchen-changed',
] as const;
/** Who changed what, newest first. */
export const AuditEntrySchema = v.object({
  id: v.number(),
  atMs: v.number(),
  personName: v.nullable(v.string()),
  what: v.picklist(AUDIT_KINDS),
  /** Name of whom or what it was done to. */
  about: v.string(),
});
export type AuditEntry = v.InferOutput<typeof AuditEntrySchema>;
export type AuditKind = (typeof AUDIT_KINDS)[number];

/** How devices on the kitchen's network reach this server; null when it serves this machine only. */
export const NetworkSchema = v.nullable(v.object({ address: v.string(), fingerprint: v.string() }));
export type Network = v.InferOutput<typeof NetworkSchema>;
