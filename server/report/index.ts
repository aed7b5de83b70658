export { reportPdf } from './pdf';
