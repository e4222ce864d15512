import { startDemoServer } from './lib/demo-server.ts';
import { stopOnSignal } from './lib/stop.ts';

// What the browser tests run against, until a signal stops it.
let stop: () => Promise<void> = async () => undefined;
stopOnSignal(() => stop());
const port = Number(process.env['E2E_PORT'] ?? 4750);
({ stop } = await startDemoServer(port, Number(process.env['E2E_LAN_PORT'] ?? port + 1)));
