import { answering, type HelperNature } from './answering';

// A process that computes, for the server that started it; it ends with that server.
process.on('disconnect', () => process.exit(0));
process.on(
  'message',
  answering(JSON.parse(process.argv[2]!) as HelperNature, (answer) => process.send!(answer)),
);
