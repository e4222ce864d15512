import * as v from 'valibot';

/** The one shape of every error the API gives: what is wrong, where, and the way out. */
export const ApiErrorSchema = v.object({
  code: v.string(),
  message: v.string(),
  field: v.optional(v.string()),
  hint: v.optional(v.string()),
});
export type ApiError = v.InferOutput<typeof ApiErrorSchema>;
