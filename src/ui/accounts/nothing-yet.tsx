'use client';

import { Button } from '../kit/button';
import { Message } from '../layout/message';
import { signOut } from './sign-out';

/** What somebody sees who may sign in and may do nothing. */
export function NothingYet({ name }: { readonly name: string }) {
  return (
    <Message title={`There is nothing here for ${name} yet`}>
      Ask the owner what this account is for.{' '}
      <Button kind="link" onClick={() => void signOut()}>
        Sign out
      </Button>
    </Message>
  );
}
