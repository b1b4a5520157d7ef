import { Router } from 'express';

/** The root certificate of this machine: what a device may install to trust it. */
export interface Trust {
  /** DER. */
  readonly root: Uint8Array;
  /** SHA-256, pairs of hex parted by colons. */
  readonly print: string;
}

/** For whoever is on the local network, paired or not: the root to install, and how, in words. */
export function trustPages({ root, print }: Trust): Router {
  const routes = Router();
  routes.get('/root.crt', (_req, res) => {
    res.setHeader('Content-Disposition', 'attachment; filename="patient-anvil-root.crt"');
    res.type('application/x-x509-ca-cert').send(Buffer.from(root));
  });
  routes.get('/trust', (_req, res) => {
    res.type('html').send(page(print));
  });
  return routes;
}

const STEPS: readonly (readonly [platform: string, steps: readonly string[]])[] = [
  [
    'A tablet or telephone with Android',
    [
      'Press the button above; the file is saved.',
      'Open the device’s settings and search them for “CA certificate” (under security, encryption and credentials).',
      'Choose “install anyway”, then the file patient-anvil-root.crt.',
      'Come back to this address and load it anew.',
    ],
  ],
  [
    'A tablet or telephone with iOS or iPadOS',
    [
      'Press the button above and allow the profile to be loaded.',
      'Open the settings: the loaded profile stands at their top. Install it.',
      'Under General, About, Certificate trust settings: switch it on for Patient Anvil.',
      'Come back to this address and load it anew.',
    ],
  ],
  [
    'A computer with Windows or macOS',
    [
      'Press the button above and open the file.',
      'Windows: install it for the current user, into the trusted root authorities. macOS: add it to the login keychain, open it there, and set it to be always trusted.',
      'Close the browser wholly and open this address again.',
    ],
  ],
  [
    'A computer with Linux, and any browser with a store of its own',
    [
      'Press the button above.',
      'In the browser’s settings search for “certificates”, then authorities, import; trust it for web sites.',
      'Load this address anew.',
    ],
  ],
];

function page(print: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Patient Anvil: let this device trust the desk</title>
<style>body{font:18px/1.45 sans-serif;margin:2rem auto;max-width:36rem;padding:0 1rem}a.button{display:block;text-align:center;padding:1rem;background:#1f4fa3;color:#fff;text-decoration:none;border-radius:6px}code{overflow-wrap:anywhere}h2{font-size:1.1rem;margin-top:1.6rem}</style></head>
<body><main><h1>Let this device trust the desk</h1>
<p>Done once, the warning of the browser is gone, and the pages open without the network too: marks made in the meantime wait on the device.</p>
<p><a class="button" href="/root.crt">Load the certificate</a></p>
<p>Compare its print (SHA-256) with the one at the desk, first page, Devices, before you trust it:<br><code>${print}</code></p>
<p>It was made on that machine, it can only vouch for that machine’s own name and for private addresses, and its key never leaves it. To take it back, remove it where you installed it.</p>
${STEPS.map(([platform, steps]) => `<h2>${platform}</h2><ol>${steps.map((s) => `<li>${s}</li>`).join('')}</ol>`).join('\n')}
<p><a href="/">On to the pages</a></p></main></body></html>`;
}
