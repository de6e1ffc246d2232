interface Paper {
  name: string;
  file: Blob;
}

/**
 * A sheet that is asked for with a reason, which the log keeps.
 *
 * @throws Error with what to tell the person
 */
export async function paperFor(address: string, body: object): Promise<Paper> {
  const reply = await fetch(address, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  }).catch(() => {
    throw new Error('Jacana cannot be reached. Check that it is still running, then try again.');
  });
  if (!reply.ok) {
    const refusal = (await reply.json().catch(() => ({}))) as { message?: string };
    throw new Error(refusal.message ?? 'That did not work. Try again.');
  }
  const name = /filename="([^"]+)"/.exec(reply.headers.get('Content-Disposition') ?? '')?.[1];
  return { name: name ?? 'sheet.pdf', file: await reply.blob() };
}

/** Puts a file where the browser puts what it downloads. */
export function save(name: string, file: Blob): void {
  const address = URL.createObjectURL(file);
  Object.assign(document.createElement('a'), { href: address, download: name }).click();
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
