import { joiResolver } from '@hookform/resolvers/joi';
import type Joi from 'joi';
import { useState } from 'react';
import { type DefaultValues, type FieldValues, type Path, get, useForm } from 'react-hook-form';
import { IN_WORDS } from '@/core/fault-words';
import { asSentence } from '@/core/sentence';
import { post } from './post';

/**
 * A form about an account: judged by the schema of its address, then sent there. What the server finds wrong stands at
 * its field, or over the form where it is about no field.
 */
export function usePostForm<Input extends FieldValues>(
  address: string,
  schema: () => Promise<Joi.Schema<Input>>,
  start: DefaultValues<Input>,
  onDone: () => void,
) {
  const form = useForm<Input>({
    defaultValues: start,
    resolver: async (values, context, options) =>
      joiResolver(await schema(), { abortEarly: false, ...IN_WORDS })(
        values,
        context,
        options as never,
      ) as never,
  });
  const [trouble, setTrouble] = useState<string | null>(null);
  const submit = form.handleSubmit(async (values) => {
    setTrouble(null);
    const answer = await post(address, values);
    if (answer.ok) {
      form.reset();
      return onDone();
    }
    const { path, message } = answer.problem;
    const name = path.replace(/^input\.?/, '') as Path<Input>;
    if (name !== '' && name in values) form.setError(name, { message }, { shouldFocus: true });
    else setTrouble(asSentence(message));
  });
  const { errors, isSubmitting } = form.formState;
  const faultOf = (name: string) => {
    const message = (get(errors, name) as { message?: unknown } | undefined)?.message;
    return typeof message === 'string' ? asSentence(message) : null;
  };
  return { control: form.control, submit, busy: isSubmitting, trouble, faultOf };
}
