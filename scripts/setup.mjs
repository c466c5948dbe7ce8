// Makes everything ready to start, and starts nothing: for an image whose folder is read only later, or before a network goes away.
import { buildInterface, installPackages, installPrograms } from './install.mjs';

await installPrograms({ mariadbd: 'mariadb-server' });
await installPackages();
await buildInterface();
console.log('Ready to start: npm start, or npm run demo.');
