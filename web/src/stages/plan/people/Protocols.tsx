import type { Test } from '@jacana/core/bundle';
import { TEST_FACTS, seeksSimilarity } from '@jacana/core/questions';
import { isOfMethods } from '@jacana/core/design';
import { PROTOCOLS, discriminatorsAt, type Protocol } from '@jacana/core/inference';
import { distanceOf, type comparedProtocols } from '@jacana/core/power';
import { useDrafting } from '../../../drafting/draft';
import { useCalculated } from '../../../calculations/useCalculated';
import { RangeField } from '../../../ui/RangeField';
import { TableHead } from '../../../ui/TableHead';

const isProtocol = (test: Test): test is Protocol => (PROTOCOLS as readonly Test[]).includes(test);
/** Further apart than this, hardly anyone is wrong. */
const FAR = 5;

/** The share that is to be found, or ruled out, and where it stands in the draft. */
function useShare() {
  const { draft } = useDrafting();
  const isSimilarity = seeksSimilarity(draft);
  const protocol = isProtocol(draft.test) ? draft.test : null;
  return isSimilarity
    ? { protocol, isSimilarity, field: 'decision.mostTellers' as const, pd: draft.decision.mostTellers }
    : { protocol, isSimilarity, field: 'assumed.discriminators' as const, pd: draft.assumed.discriminators };
}

/** The same share said as a distance in taste, d′. */
export function Distance() {
  const { form, isLocked } = useDrafting();
  const { protocol, field, pd } = useShare();
  if (protocol === null) return null;
  const shareAt = (dPrime: number): number => Math.max(0.01, Number(discriminatorsAt(protocol, dPrime).toFixed(3)));
  return (
    <RangeField
      label="As a distance"
      unit="d′"
      hint="the same in every test, where the share is not"
      min={0}
      max={FAR}
      reach={3}
      step={0.05}
      disabled={isLocked}
      value={Number(Math.min(FAR, distanceOf(protocol, pd)).toFixed(2))}
      onChange={(dPrime) => form.setValue(field, shareAt(dPrime), { shouldDirty: true })}
    />
  );
}

/** The same distance in taste under every protocol: shares of people who tell cannot be compared, d′ can. */
export function Protocols() {
  const { draft } = useDrafting();
  const { protocol, isSimilarity, pd } = useShare();
  const { alpha, service } = draft;
  const goal = isSimilarity ? ('similarity' as const) : ('difference' as const);
  const replicates = service.replicates * service.sittings;
  const { value } = useCalculated<ReturnType<typeof comparedProtocols>>(
    protocol && JSON.stringify([protocol, pd, alpha, goal, replicates]),
    (calculator) => calculator.protocols({ protocol: protocol as Protocol, pd, alpha, goal, replicates }),
  );
  if (protocol === null || !value) return null;
  return (
    <>
      <table className="mt-3 w-full" aria-label="The same distance in every test">
        <TableHead headings={['Test', isSimilarity ? 'Ruled out' : 'Can tell', 'People for 8 in 10', 'Portions']} />
        <tbody>
          {value.protocols.map(({ protocol: other, share, people, portions }) => (
            <tr key={other} className={other === protocol ? 'font-bold' : ''}>
              <td className="py-0.5 pr-2">{TEST_FACTS[other].name}</td>
              <td>{Math.round(100 * share)} %</td>
              <td>{people ?? 'beyond reach'}</td>
              <td>{people === null ? '–' : (people * portions * replicates).toLocaleString('en-GB')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {isOfMethods(draft) && (
        <p className="mt-1 text-sm text-quiet">
          Were pieces cooked alike all the same; about the methods it takes more.
        </p>
      )}
    </>
  );
}
