import type { CodeAnswer, DevicesAnswer } from '#contract/answers';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { get, post, remove } from '../../api/client';
import { Button, ErrorText } from '../../ui/controls';
import { useShowMoment } from '../../ui/zone';

/** An address as a code for a camera; what draws it comes when one is wanted. */
async function codePicture(address: string): Promise<string> {
  const { default: QRCode } = await import('qrcode');
  return QRCode.toDataURL(address, { margin: 1, width: 180 });
}

/** At the desk: the tablets that may come in, a code for a new one, and the way out. */
export function DevicesPanel() {
  const show = useShowMoment();
  const client = useQueryClient();
  const answer = useQuery({ queryKey: ['devices'], queryFn: () => get<DevicesAnswer>('/devices'), retry: false, refetchInterval: 5000 });
  const [code, setCode] = useState<{ code: string; until: string } | null>(null);
  const [picture, setPicture] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const url = answer.data?.urls[0];
  useEffect(() => {
    if (code && url) void codePicture(`${url}pair`).then(setPicture);
  }, [code, url]);
  useEffect(() => {
    if (!code) return;
    const timer = window.setTimeout(() => setCode(null), Math.max(0, Date.parse(code.until) - Date.now()));
    return () => window.clearTimeout(timer);
  }, [code]);
  /* On a paired device the desk's part is not there. */
  if (!answer.data) return null;
  const { isOpen, devices } = answer.data;
  const drop = async (id: string) => {
    await remove(`/devices/${id}`);
    await client.invalidateQueries({ queryKey: ['devices'] });
  };
  return (
    <section aria-label="Devices" className="flex flex-col gap-2 rounded-lg border border-line p-3">
      <h2 className="label text-[19px]">Devices in the garage</h2>
      {isOpen ? (
        <>
          <p className="text-[15px]">
            Open {answer.data.urls.join(' or ')} on the tablet. Its browser warns, since the certificate was made here; compare the address
            and go on.
          </p>
          <TrustOnce url={url} print={answer.data.print} />
          {code ? (
            <div className="flex flex-wrap items-center gap-4">
              {picture ? <img src={picture} alt={`The address ${url}pair as a square code`} width="140" height="140" /> : null}
              <p>
                Code, good until {show(code.until, 'clock')}:{' '}
                <strong className="label block text-[34px] tracking-widest" aria-label="Pairing code">
                  {code.code.slice(0, 4)} {code.code.slice(4)}
                </strong>
              </p>
            </div>
          ) : (
            <Button
              className="self-start"
              onClick={() => void post<CodeAnswer>('/devices/code', {}).then(setCode, (e: Error) => setError(e.message))}
            >
              Show a code for a new device
            </Button>
          )}
        </>
      ) : (
        <p className="text-[15px] text-ink2">
          This machine only. To let a tablet in over the local network, start with <code>./start --lan</code>.
        </p>
      )}
      {error ? <ErrorText>{error}</ErrorText> : null}
      <ul>
        {devices.map((d) => (
          <li key={d.id} className="flex items-center justify-between gap-2 border-t border-line py-1">
            <span>
              {d.name}, {d.person} <span className="text-ink2">since {show(d.pairedAt, 'day')}</span>
            </span>
            <Button tone="danger" onClick={() => void drop(d.id)}>
              Drop this device
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How the warning goes for good: the root of this machine is installed on the device. */
function TrustOnce({ url, print }: { url: string | undefined; print: string | null }) {
  const [picture, setPicture] = useState<string | null>(null);
  useEffect(() => {
    if (url) void codePicture(`${url}trust`).then(setPicture);
  }, [url]);
  if (!url || !print) return null;
  return (
    <details className="text-[15px]">
      <summary className="label min-h-8 cursor-pointer pointer-coarse:min-h-11">
        Let a device trust this machine: no warning, and pages without the network
      </summary>
      <div className="flex flex-wrap items-start gap-4 py-2">
        {picture ? <img src={picture} alt={`The address ${url}trust as a square code`} width="140" height="140" /> : null}
        <div className="min-w-60 flex-1">
          <p>
            Take the square code with the device, or open {url}trust there: the steps for each kind of device stand on that page. Until then
            a device says “no offline page” at its upper edge.
          </p>
          <p>
            The print to compare (SHA-256):{' '}
            <code className="block font-mono text-[13px] break-all" aria-label="Print of the certificate">
              {print}
            </code>
          </p>
        </div>
      </div>
    </details>
  );
}
