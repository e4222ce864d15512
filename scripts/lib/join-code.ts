import qrcode from 'qrcode';
import type { LanIdentity } from '../../src/server/config.ts';
import { ownerSource } from '../../src/server/database.ts';
import { makeInvite } from '../../src/server/features/invites/service.ts';

/** Prints where tablets find the house, and a code with its QR that lets one in, for each kitchen but the demo. */
export async function showJoinCode(databaseUrl: string, lan: LanIdentity, demoId: string | undefined): Promise<void> {
  console.log(`On the kitchen's network: ${lan.address}`);
  console.log(`  a tablet trusts it after installing ${lan.address}/api/network/certificate`);
  console.log(`  SHA-256 ${lan.fingerprint}`);
  const source = await ownerSource(databaseUrl).initialize();
  try {
    const kitchens: { id: string; name: string }[] = await source.query(
      'SELECT id, name FROM kitchen WHERE id IS DISTINCT FROM $1 ORDER BY name LIMIT 3',
      [demoId ?? null],
    );
    for (const { id, name } of kitchens) {
      const { code } = await makeInvite(source, { kitchenId: id, personId: null }, { kind: 'device', role: 'cook' });
      const link = `${lan.address}/join#${code}`;
      console.log(`\n${name}: let a tablet in within 15 minutes with the code ${code} at ${lan.address}/join`);
      console.log(await qrcode.toString(link, { type: 'terminal', small: true }));
    }
  } finally {
    await source.destroy();
  }
}
