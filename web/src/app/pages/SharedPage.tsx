import type { Findings } from '@jacana/core/findings';
import { Printer } from 'lucide-react';
import { useParams } from 'react-router';
import { api, refusalOf } from '../../client/api';
import { FindingsBody } from '../../findings/FindingsBody';
import { FindingsMargin } from '../../findings/FindingsMargin';
import { buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Loading } from '../../ui/Notice';
import { Pad } from '../../ui/Pad';
import { StageLayout } from '../../ui/StageLayout';
import { Entrance } from './Entrance';

/** The findings of one tasting, for somebody without an account. */
export function SharedPage() {
  const { token = '' } = useParams();
  const { data, error } = api.useGetSharedQuery({ token });
  if (error) return <Entrance sentence={refusalOf(error).message}>{null}</Entrance>;
  if (!data) return <Loading what="the findings" />;
  const found = data as unknown as Findings;
  const report = `/api/shared/${encodeURIComponent(token)}/report`;
  return (
    <div className="mx-auto max-w-[88rem] px-4 py-5 sm:px-6">
      <header className="mb-5 flex items-center gap-3 border-b border-line pb-3">
        <Pad size={28} colour="#1B6E6A" />
        <p>
          <span className="font-serif text-xl">Jacana</span>
          <span className="text-quiet"> · {found.title}</span>
        </p>
      </header>
      <main>
        <p className="mb-1 text-quiet">{found.question}</p>
        <StageLayout
          sentence={found.verdict.sentence}
          support={found.verdict.support}
          isFollowing
          margin={
            <FindingsMargin found={found}>
              <Card title="On paper" className="not-printed">
                <div className="flex flex-wrap gap-2.5">
                  <a href={report} target="_blank" rel="noreferrer" className={buttonClass()}>
                    <Printer size={18} /> Report (PDF)
                  </a>
                  <a href={`${report}?length=short`} target="_blank" rel="noreferrer" className={buttonClass()}>
                    <Printer size={18} /> One page (PDF)
                  </a>
                </div>
              </Card>
            </FindingsMargin>
          }
        >
          <FindingsBody found={found} />
        </StageLayout>
      </main>
    </div>
  );
}
