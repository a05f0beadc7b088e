import { route } from '@/server/access/route';
import { ownJobs } from '@/server/jobs/own-jobs';

/** The visits that one was told of, with what is known of each job. */
export const GET = route({ name: 'GET own jobs', permission: 'self' }, ({ db, actor }) => ownJobs(db, actor));
