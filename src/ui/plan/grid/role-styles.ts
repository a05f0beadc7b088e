import { useMemo } from 'react';
import type { RoleStyle } from '../../canvas/bar-label';
import { usePlan } from '../state/controller';

/** Names, marks and inks of the roles, by id. */
export function useRoleStyles(): ReadonlyMap<string, RoleStyle> {
  const roles = usePlan((plan) => plan.judgement.plan.roles);
  const look = usePlan((plan) => plan.roleStyles);
  return useMemo(
    () =>
      new Map(
        roles.map((role) => {
          const { mark, ink } = look.get(role.id) ?? { mark: role.name.slice(0, 1), ink: 'slate' };
          return [role.id, { name: role.name, mark, ink }];
        }),
      ),
    [roles, look],
  );
}
