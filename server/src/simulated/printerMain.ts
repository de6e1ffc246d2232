import { parseArgs } from 'node:util';
import { SimulatedPrinter } from './labelPrinter';

/**
 * A label printer that is not there: `npm run printer -- --port 4681 --roll 100 --jams-every 40`, and Jacana with
 * `--printer http://localhost:4681`. Its own address shows what came out.
 */
const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4681' },
    roll: { type: 'string', default: '100' },
    'jams-every': { type: 'string', default: '0' },
  },
});

const [port, roll, jamsEvery] = [values.port, values.roll, values['jams-every']].map(Number);
new SimulatedPrinter({ roll, jamsEvery })
  .listen(port)
  .then(() => console.log(`The simulated label printer is at http://localhost:${port}`))
  .catch((fault: Error) => {
    console.error(`The simulated label printer cannot start: ${fault.message}`);
    process.exitCode = 1;
  });
