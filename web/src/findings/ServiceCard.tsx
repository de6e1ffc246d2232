import { hastyText, platesText, paperText, type ServiceFinding } from '@jacana/core/findings';
import { momentText } from '../kitchen/clock';
import { Card } from '../ui/Card';
import { Mark } from '../ui/Notice';

/** What went astray between the board and the mouth; the answer rests on what was eaten. */
export function ServiceCard({ service }: { service: ServiceFinding }) {
  const { walkIns, untasted, onPaper, hasty, corrected, repairs, balance } = service;
  return (
    <Card title="How it was served and written down" aside="the answer rests on what was eaten">
      <p>{platesText(service)}</p>
      {walkIns.length > 0 && (
        <p className="mt-2">
          Walked in on the day, with orders drawn then to mend the balance: seat {walkIns.join(', ')}. They count like
          the others; their servings are no part of the fingerprint.
        </p>
      )}
      <ul className="mt-2 list-disc pl-5">
        {untasted.map(({ seat, code, because }) => (
          <li key={`${seat} ${code}`}>
            Seat {seat} did not taste {code}: {because}
          </li>
        ))}
        {corrected.map(({ seat, by, because }, at) => (
          <li key={at}>
            An answer of seat {seat} was corrected by {by}: {because}
          </li>
        ))}
        {repairs.map(({ at, by, text, isAfterUnsealing }) => (
          <li key={`${at} ${text}`}>
            {text} <span className="text-sm text-quiet">{`${momentText(Date.parse(at), 0)}, ${by}`}</span>{' '}
            {isAfterUnsealing && <Mark>after unsealing</Mark>}
          </li>
        ))}
      </ul>
      {onPaper.all > 0 && <p className="mt-2">{paperText(onPaper)}</p>}
      {hasty.length > 0 && <p className="mt-2">{hastyText(hasty)}</p>}
      {balance && (
        <p className="mt-2 text-sm text-quiet">
          Orders as eaten: places uneven by {balance.eaten.positionImbalance}, neighbours by{' '}
          {balance.eaten.carryOverImbalance}; as planned by {balance.planned.positionImbalance} and{' '}
          {balance.planned.carryOverImbalance}. 0 is even.
        </p>
      )}
    </Card>
  );
}
