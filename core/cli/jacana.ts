#!/usr/bin/env node
import { run } from './main';

process.exitCode = run(process.argv.slice(2));
