import * as v from 'valibot';

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
});
export type Settings = v.InferOutput<typeof SettingsSchema>;
export const DEFAULT_SETTINGS: Settings = { temperatureUnit: 'C', theme: 'system', sound: true };

export const SessionSchema = v.object({
  person: v.object({ id: v.string(), name: v.string(), role: v.picklist(['owner', 'cook', 'viewer']) }),
  kitchen: v.object({ id: v.string(), name: v.string(), timeZone: v.string() }),
  settings: SettingsSchema,
});
export type Session = v.InferOutput<typeof SessionSchema>;

export const PersonSchema = v.object({
  id: v.string(),
  name: v.string(),
  role: v.picklist(['owner', 'cook', 'viewer']),
});
export type Person = v.InferOutput<typeof PersonSchema>;
