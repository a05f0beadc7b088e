/** The fewest and the most characters of a password. */
export const PASSWORD_LENGTH = { least: 10, most: 128 } as const;

/** Whose password it is to be. */
export interface PasswordOwner {
  readonly name: string;
  readonly number?: string | null;
  readonly email?: string | null;
}

/**
 * What is wrong with a password, or null: it is too short or too long, or it is what everybody knows of its owner.
 * What it is made of is left to them. Source: common practice, no composition rules.
 */
export function passwordFault(password: string, { name, number, email }: PasswordOwner): string | null {
  if ([...password].length < PASSWORD_LENGTH.least)
    return `a password has at least ${PASSWORD_LENGTH.least} characters`;
  if ([...password].length > PASSWORD_LENGTH.most)
    return `a password has at most ${PASSWORD_LENGTH.most} characters`;
  const words = name.split(/\s+/);
  const known = [name, [...words].reverse().join(''), number, email, email?.split('@')[0]];
  const plain = plainText(password);
  if (plain === '' || known.some((one) => one && plainText(one) === plain))
    return 'this is the own name, number or e-mail, which others know too';
  return null;
}

/** Letters and figures alone, in small letters and without accents. */
function plainText(text: string): string {
  return text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
}
