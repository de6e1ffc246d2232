import type { Role, Status, TastingCard } from '../src/client/api.generated';
import { currentStage, isDone, mayOpen, STAGES, stageStatus } from '../src/shell/stages';

const card = (status: Status): TastingCard => ({
  id: 't',
  title: 'Carrots',
  status,
  createdAt: '',
  lockedAt: null,
  closedAt: null,
  unsealedAt: null,
  test: 'ranking',
  methods: 3,
  pieces: 6,
  panelists: 12,
  sitting: 1,
  sittings: 1,
  opened: 5,
  handedIn: 4,
  caveats: 1,
});

describe('the path', () => {
  it.each<[Status, string[]]>([
    ['draft', ['3 methods', 'not locked', '1 caveat', 'not yet', 'not yet', 'not yet']],
    ['locked', ['3 methods', '12 people', '1 caveat', '12 seats', '4 of 12 done', 'sealed']],
    ['closed', ['3 methods', '12 people', '1 caveat', '12 seats', '4 of 12 done', 'ready to unseal']],
    ['unsealed', ['3 methods', '12 people', '1 caveat', '12 seats', '4 of 12 done', 'unsealed']],
  ])('says what is so while %s', (status, expected) => {
    expect(STAGES.map((stage) => stageStatus(stage, card(status)))).toEqual(expected);
  });

  it('fills the pads of stages that lie behind', () => {
    const filled = (status: Status) => STAGES.filter((stage) => isDone(stage, card(status))).length;
    expect((['draft', 'locked', 'tasting', 'closed', 'unsealed'] as const).map(filled)).toEqual([0, 2, 4, 5, 6]);
  });

  it('opens to each role only a stage that is theirs, whatever the status', () => {
    for (const role of ['coordinator', 'kitchen', 'server', 'reader'] as Role[]) {
      for (const status of ['draft', 'locked', 'tasting', 'closed', 'unsealed'] as Status[]) {
        expect(mayOpen(role, currentStage(role, card(status)))).toBe(true);
      }
    }
    expect(mayOpen('server', 'cook')).toBe(false);
    expect(mayOpen('kitchen', 'taste')).toBe(false);
    expect(mayOpen('reader', 'taste')).toBe(false);
  });
});
