export { TlsModule } from './tls.module.ts';
export { ownCertificate, suppliedCertificate, type Tls } from './certificate.ts';
