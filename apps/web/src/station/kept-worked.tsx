export { KeptWorked as default } from './worked-entry.tsx';
