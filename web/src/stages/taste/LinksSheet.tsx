import { shortCode } from '@jacana/core/sheets';
import { QRCodeSVG } from 'qrcode.react';
import { api } from '../../client/api';
import { useInTasting } from '../../shell/session';
import { Mark } from '../../ui/Notice';
import { PrintLink } from '../../sheets/PrintSheets';
import { Sheet } from '../../ui/Sheet';
import { Waiting } from '../../shell/Waiting';

/** A card for every panelist, to cut apart: whoever has it can answer in that name. */
export function LinksSheet() {
  const { card, session } = useInTasting();
  const query = api.useGetLinksQuery({ id: card.id });
  const { data: links } = query;
  if (!links) return <Waiting what="the links" query={query} />;
  return (
    <Sheet title="Ballots, one card each" back={`/tastings/${card.id}/taste`} print={<PrintLink sheet="links" />}>
      {!session.onNetwork && (
        <p className="mb-4">
          <Mark>this machine only</Mark> Phones cannot reach these addresses. Start Jacana with --lan before you print
          them.
        </p>
      )}
      <ul className="grid gap-3 sm:grid-cols-2 print:grid-cols-2">
        {links.map(({ panelistId, seat, name, address }) => (
          <li
            key={panelistId}
            className="flex break-inside-avoid items-center gap-4 rounded-lg border border-dashed border-quiet p-3"
          >
            <QRCodeSVG
              value={address}
              size={104}
              className="shrink-0"
              role="img"
              aria-label={`QR code of the ballot of ${name}`}
            />
            <div className="min-w-0">
              <p className="text-lg font-bold">{name}</p>
              <p>Seat {seat}</p>
              <a href={address} className="font-mono text-xs break-all text-chestnut underline">
                {address}
              </a>
              <p className="text-sm">
                Without a camera, at {address.replace(/^https?:\/\//, '').split('/b/')[0]}/b:{' '}
                <span className="font-mono font-bold whitespace-nowrap">{shortCode(address)}</span>
              </p>
            </div>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
