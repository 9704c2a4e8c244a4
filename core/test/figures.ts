import path from 'node:path';
import { readFiguresFrom } from '../figures/read';

readFiguresFrom(path.join(__dirname, '../figures'));
