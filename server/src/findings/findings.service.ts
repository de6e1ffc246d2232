import type { TastingBundle } from '@jacana/core/bundle';
import {
  ENGINE,
  criteriaOf,
  partsOf,
  sourceServings,
  type AnswerWithout,
  type Findings,
  type LeaveOut,
  type Parts,
  type SourceServings,
  type Weight,
  type WeightedFinding,
} from '@jacana/core/findings';
import { Injectable } from '@nestjs/common';
import { createHash } from 'node:crypto';
import type { Me } from '../accounts/allow';
import { SnapshotRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { Shared } from '../jobs/shared';
import { WorkersService } from '../jobs/workers.service';
import { LiveService } from '../live/live.service';
import { CurvesService } from '../readings/curves.service';
import { AccessService } from '../seal/access/access.service';
import { BundlesService } from '../seal/bundles/bundles.service';

interface Asked {
  without: LeaveOut[];
  signal: AbortSignal;
}

/**
 * Findings are computed from the bundle, never stored as facts: a snapshot keeps what was
 * computed from exactly this bundle, with engine, seed and date.
 */
@Injectable()
export class FindingsService {
  private readonly computing = new Shared<Findings>();

  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly bundles: BundlesService,
    private readonly curves: CurvesService,
    private readonly workers: WorkersService,
    private readonly live: LiveService,
  ) {}

  /** Who may read findings, and whether there are any yet. */
  private async refuseSealed(id: string, me: Me): Promise<void> {
    const { row } = await this.access.knownTo(me.role, id);
    if (!row.unsealedAt)
      throw refuseState('sealed', 'The key is sealed. Close the tasting and unseal it to read the findings.');
  }

  async parts(id: string, me: Me): Promise<Parts> {
    await this.refuseSealed(id, me);
    return partsOf(await this.bundles.bundle(this.transactions.read, id));
  }

  async servings(id: string, me: Me): Promise<SourceServings> {
    await this.refuseSealed(id, me);
    return sourceServings(await this.bundles.bundle(this.transactions.read, id));
  }

  /** @param asked with a signal that is aborted when the person who asked goes away */
  async without(id: string, { without, signal }: Asked, me: Me): Promise<AnswerWithout[]> {
    await this.refuseSealed(id, me);
    return this.workers.without(await this.bundles.bundle(this.transactions.read, id), without, signal);
  }

  /** Scales of the ballot added up by these weights; nothing where fewer than two of them count. */
  async weighted(id: string, weights: Weight[], me: Me, signal: AbortSignal): Promise<WeightedFinding | null> {
    await this.refuseSealed(id, me);
    const bundle = await this.bundles.bundle(this.transactions.read, id);
    const known = criteriaOf(bundle.tasting).map((item) => item.id);
    const strange = weights.findIndex(({ item }) => !known.includes(item));
    if (strange >= 0)
      throw refuseFields([{ field: `weights.${strange}.item`, message: 'The ballot asks no scale of this name.' }]);
    return this.workers.weighted(bundle, weights, signal);
  }

  /** @param signal aborted when the person who asked goes away */
  async find(id: string, me: Me, signal: AbortSignal): Promise<Findings> {
    await this.refuseSealed(id, me);
    const { read } = this.transactions;
    const bundle = await this.curves.withReadings(read, id, await this.bundles.bundle(read, id));
    const bundleHash = createHash('sha256').update(JSON.stringify(bundle)).digest('hex');
    const snapshot = await read.findOneBy(SnapshotRow, { tastingId: id });
    if (snapshot?.bundleHash === bundleHash && snapshot.engine === ENGINE)
      return JSON.parse(snapshot.findings) as Findings;
    // Six who open the page at once wait for one computation.
    return this.computing.run(`${id} ${bundleHash}`, signal, (all) => this.compute(id, bundle, bundleHash, all));
  }

  private async compute(
    tastingId: string,
    bundle: TastingBundle,
    bundleHash: string,
    signal: AbortSignal,
  ): Promise<Findings> {
    const found = await this.workers.findings(bundle, {
      signal,
      // Never to servers: how long a computation takes is nothing that they need to know.
      onProgress: (fraction) => this.live.pass(tastingId, 'computing', ['coordinator', 'reader'], { fraction }),
    });
    const row: SnapshotRow = {
      tastingId,
      bundleHash,
      engine: found.engine,
      seed: bundle.key?.seed ?? '',
      computedAt: new Date().toISOString(),
      findings: JSON.stringify(found),
    };
    await this.transactions.write((manager) => manager.save(SnapshotRow, row));
    return found;
  }
}
