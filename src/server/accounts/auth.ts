import { betterAuth } from 'better-auth';
import type { Database } from '@/data/database';
import { now } from '../now';
import { SESSION_MS } from './cookie';
import { secret } from './secret';

type Auth = ReturnType<typeof make>;
const made = new WeakMap<Database, Auth>();

/** The sign-in library over a data file: it proves passwords and makes sessions. */
export function authOf(db: Database): Auth {
  let auth = made.get(db);
  if (!auth) made.set(db, (auth = make(db)));
  return auth;
}

const STAMPS = { createdAt: 'created_at', updatedAt: 'updated_at' };

function make(db: Database) {
  return betterAuth({
    secret: secret(),
    // Nothing of it is reached from outside: the routes of this application ask it.
    baseURL: 'http://localhost',
    database: { db, type: 'sqlite' },
    telemetry: { enabled: false },
    logger: { disabled: true },
    // Guesses are counted by account and by address before it is asked.
    rateLimit: { enabled: false },
    emailAndPassword: { enabled: true, disableSignUp: true },
    user: { fields: { emailVerified: 'email_verified', ...STAMPS } },
    session: {
      fields: {
        userId: 'user_id',
        expiresAt: 'expires_at',
        ipAddress: 'ip_address',
        userAgent: 'user_agent',
        ...STAMPS,
      },
    },
    account: {
      modelName: 'credential',
      fields: {
        userId: 'user_id',
        accountId: 'account_id',
        providerId: 'provider_id',
        accessToken: 'access_token',
        refreshToken: 'refresh_token',
        idToken: 'id_token',
        accessTokenExpiresAt: 'access_token_expires_at',
        refreshTokenExpiresAt: 'refresh_token_expires_at',
        ...STAMPS,
      },
    },
    verification: { fields: { expiresAt: 'expires_at', ...STAMPS } },
    databaseHooks: {
      session: {
        create: {
          // By the clock of the application, which tests move.
          before: async (session) => ({ data: { ...session, ...stampsOf(session.expiresAt) } }),
        },
      },
    },
  });
}

/** `expires`: as the library wants it, from which is read whether the device belongs to several people. */
function stampsOf(expires: Date) {
  const isShared = expires.getTime() - Date.now() < 2 * 24 * 3600_000;
  return {
    createdAt: new Date(now()),
    updatedAt: new Date(now()),
    expiresAt: new Date(now() + SESSION_MS[isShared ? 'shared' : 'own']),
  };
}
