const MESSAGES = {
  'any.required': 'is missing',
  'any.only': 'must be {if(#valids.length == 1, #valids, "one of " + #valids)}',
  'object.unknown': 'no such field',
  'object.base': 'must be an object',
  'array.base': 'must be a list',
  'array.includes': 'cannot stand here',
  'array.length': 'must be a pair of times',
  'array.orderedLength': 'must be a pair of times',
  'string.base': 'must be text',
  'string.empty': 'must not be empty',
  'number.base': 'must be a number',
  'number.integer': 'must be a whole number',
  'number.min': 'must be at least {#limit}',
  'number.max': 'must be at most {#limit}',
  'number.unsafe': 'is too large',
  'number.infinity': 'must be a number',
  'boolean.base': 'must be true or false',
  'array.max': 'holds more than {#limit}',
  'array.min': 'holds fewer than {#limit}',
  'array.unique': 'is there twice',
  'list.twice': '{#message}',
  'string.min': 'must have at least {#limit} characters',
  'string.max': 'must have at most {#limit} characters',
  'string.pattern.name': 'must be {#name}',
  'number.greater': 'must be later than its start',
  'date.base': 'must be a date',
};

/** How schemas say what is wrong: as the rest of a sentence about the field, which is named beside it. */
export const IN_WORDS = {
  messages: MESSAGES,
  errors: { label: false, wrap: { label: false, array: false } },
} as const;
