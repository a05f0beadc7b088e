import { joiResolver } from '@hookform/resolvers/joi';
import type { FieldErrors, FieldValues, ResolverOptions } from 'react-hook-form';
import { IN_WORDS } from '@/core/fault-words';
import { type FormKind, SCHEMAS } from './schemas';

/** All that the schema of a command finds wrong with an input, by field, in words for people. */
export async function schemaErrors(
  kind: FormKind,
  input: unknown,
  options: ResolverOptions<FieldValues>,
): Promise<FieldErrors> {
  const judge = joiResolver(await SCHEMAS[kind](), { abortEarly: false, ...IN_WORDS });
  const { errors } = await judge(input as FieldValues, undefined, options);
  return errors;
}
