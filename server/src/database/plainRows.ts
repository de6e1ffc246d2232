import type { EntityManager, EntityTarget, FindOptionsWhere, ObjectLiteral } from 'typeorm';

/**
 * Some columns of rows as they lie in the file, in the order in which they were written: for lists of thousands, where
 * making each an entity takes most of the time. What is JSON in the file is text here.
 */
export function plainRows<Plain>(
  manager: EntityManager,
  entity: EntityTarget<ObjectLiteral>,
  columns: readonly (keyof Plain & string)[],
  where: FindOptionsWhere<ObjectLiteral>,
): Promise<Plain[]> {
  return manager
    .createQueryBuilder(entity, 'row')
    .select(columns.map((name) => `row.${name} AS "${name}"`))
    .where(where)
    .orderBy('row.seq')
    .getRawMany<Plain & ObjectLiteral>();
}
