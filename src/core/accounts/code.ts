/** Signs of a code: none that is taken for another when it is read out or copied by hand. */
const SIGNS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
const GROUP = 4;

/** How many signs a code has: as good as 58 throws of a coin. */
export const CODE_LENGTH = 12;

/** The code that a digest of at least 16 bytes stands for: always the same, and not to be guessed without it. */
export function codeOf(digest: Uint8Array): string {
  let rest = digest.reduce((sum, byte) => sum * 256n + BigInt(byte), 0n);
  let code = '';
  for (let i = 0; i < CODE_LENGTH; i++) {
    code += SIGNS[Number(rest % BigInt(SIGNS.length))];
    rest /= BigInt(SIGNS.length);
  }
  return code;
}

/** A code as people copy it: `K7QM-4XPT-9RWD`. */
export function formatCode(code: string): string {
  return code.replace(new RegExp(`(.{${GROUP}})(?=.)`, 'g'), '$1-');
}

/** A code as it was typed, with or without spaces and lines; null: it cannot be one. */
export function parseCode(text: string): string | null {
  const code = text.toUpperCase().replace(/[\s\p{Pd}]/gu, '');
  return code.length === CODE_LENGTH && [...code].every((sign) => SIGNS.includes(sign)) ? code : null;
}
