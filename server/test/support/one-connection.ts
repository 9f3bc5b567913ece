/** Whoever is in a transaction has a connection, and may wait for no second: that is how ten of them wait for each other for good. */
import { AsyncLocalStorage } from 'node:async_hooks';
import type { DataSource } from 'typeorm';
import type { PostgresDriver } from 'typeorm/driver/postgres/PostgresDriver.js';

/** From now on a second connection inside a transaction fails, as what asked for it. */
export function refuseSecondConnections(database: DataSource): void {
  const within = new AsyncLocalStorage<{ connections: number }>();
  const driver = database.driver as PostgresDriver;
  const [transaction, obtain] = [
    database.transaction.bind(database) as (...args: unknown[]) => Promise<unknown>,
    driver.obtainMasterConnection.bind(driver),
  ];
  const counted = (...args: unknown[]) => within.run({ connections: 0 }, () => transaction(...args));
  Object.assign(database, { transaction: counted });
  driver.obtainMasterConnection = () => {
    const here = within.getStore();
    if (here && ++here.connections > 1)
      throw new Error('a second connection was asked for inside a transaction');
    return obtain();
  };
}
