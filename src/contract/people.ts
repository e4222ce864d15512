import * as v from 'valibot';
import { LAST_ROUNDS } from '#core/rehearsal';
import { MEASURE_SYSTEMS } from '#core/units';
import { KITCHEN_FACTS, KitchenFactsSchema } from './kitchen.ts';
import { nameSchema } from './names.ts';
import { TimeZoneSchema } from './time-zone.ts';

export const RoleSchema = v.picklist(['owner', 'cook', 'viewer'], 'A role is owner, cook or viewer.');
export type Role = v.InferOutput<typeof RoleSchema>;

const Name = nameSchema('Write a name.');
const KitchenName = nameSchema('Give the kitchen a name.');
/** How long at least; how easily it is guessed is weighed by the server. */
export const PASSPHRASE_LETTERS = 12;
const NewPassphrase = v.pipe(
  v.string(),
  v.minLength(PASSPHRASE_LETTERS, `Use at least ${PASSPHRASE_LETTERS} letters: a few words are easy to keep.`),
  v.maxLength(200),
);

export const SignInSchema = v.object({
  /** Left out where only one kitchen of the house knows the name. */
  kitchen: v.optional(KitchenName),
  name: nameSchema('Write the name you sign in with.'),
  passphrase: v.pipe(v.string(), v.minLength(1, 'Write your passphrase.'), v.maxLength(200)),
});
export type SignIn = v.InferInput<typeof SignInSchema>;

export const TemperatureUnitSchema = v.picklist(['C', 'F']);

const Score = v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(100));
/** What rounds of a trainer came to, by its levels. */
const LevelSkillsSchema = v.pipe(
  v.record(
    v.pipe(v.string(), v.regex(/^[a-z]{1,20}$/i, 'A level is a word.')),
    v.object({
      best: Score,
      rounds: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1_000_000)),
      last: v.pipe(v.array(Score), v.maxLength(LAST_ROUNDS)),
    }),
  ),
  v.check((levels) => Object.keys(levels).length <= 20, 'A trainer has at most 20 levels.'),
);

/** What a person's rounds of both trainers came to. */
const PracticeSchema = v.object({ flip: LevelSkillsSchema, swirl: LevelSkillsSchema });

export const SettingsSchema = v.object({
  temperatureUnit: TemperatureUnitSchema,
  theme: v.picklist(['light', 'dark', 'system']),
  sound: v.boolean(),
  /** Whose cups and spoons. */
  measures: v.optional(v.picklist(MEASURE_SYSTEMS), 'us'),
  weights: v.optional(v.picklist(['g', 'oz']), 'g'),
  practice: v.optional(PracticeSchema),
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
    /** After how long a rest the passphrase is asked for again; null: it is not. */
    askAgainMin: v.optional(v.nullable(v.number()), null),
  }),
  settings: SettingsSchema,
  /** The other kitchens this person belongs to. */
  others: v.optional(v.array(v.object({ id: v.string(), name: v.string() })), []),
});
export type Session = v.InferOutput<typeof SessionSchema>;

/** What a browser that nobody is signed in at may know of the house. */
export const HouseSchema = v.object({
  /** How to look at the demo; null where its doors are not open. */
  demo: v.nullable(v.object({ kitchen: v.string(), name: v.string(), passphrase: v.string() })),
  /** Nobody has made a kitchen yet: whoever comes first may. */
  unmade: v.boolean(),
});
export type House = v.InferOutput<typeof HouseSchema>;
export const PassphraseIdeaSchema = v.object({ passphrase: v.string() });

/** A kitchen to be made; who is signed in already owns it with the passphrase they have. */
export const NewKitchenSchema = v.object({
  name: KitchenName,
  timeZone: TimeZoneSchema,
  facts: KitchenFactsSchema,
  settings: SettingsSchema,
  owner: v.optional(v.object({ name: Name, passphrase: NewPassphrase })),
});
export type NewKitchen = v.InferInput<typeof NewKitchenSchema>;

export const ASK_AGAIN_MIN = [15, 30, 60, 240, 720] as const;
export const KitchenRulesSchema = v.object({
  name: KitchenName,
  askAgainMin: v.nullable(v.picklist(ASK_AGAIN_MIN, 'Choose one of the times.')),
});
export type KitchenRules = v.InferOutput<typeof KitchenRulesSchema>;
export const KitchenIdSchema = v.object({ kitchenId: v.pipe(v.string(), v.uuid('This is not an id.')) });
/** The name of what is deleted, written out: nobody deletes by a slip. */
export const DeleteKitchenSchema = v.object({ name: KitchenName });
export const ConfirmSchema = v.object({
  passphrase: v.pipe(v.string(), v.minLength(1, 'Write your passphrase.'), v.maxLength(200)),
});

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
export type Join = v.InferInput<typeof JoinSchema>;

export const AUDIT_KINDS = [
  'signed-in',
  'sign-in-failed',
  'session-ended',
  'passphrase-changed',
  'passphrase-reset',
  'invited',
  'invite-withdrawn',
  'joined',
  'role-changed',
  'removed',
  'left',
  'kitchen-made',
  'handed-over',
  'exported',
  'authority-renewed',
  'authority-withdrawn',
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
export const NetworkSchema = v.nullable(
  v.object({
    address: v.string(),
    fingerprint: v.string(),
    /** Until when the authority is good. */
    untilMs: v.number(),
    /** What it may vouch for, and nothing else. */
    names: v.array(v.string()),
    /** The owner took it back: the network is closed until a new one is made. */
    withdrawn: v.boolean(),
  }),
);
export type Network = v.InferOutput<typeof NetworkSchema>;
