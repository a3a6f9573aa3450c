export { TlsModule } from './tls.module.ts';
export { ownCertificate, suppliedCertificate } from './certificate.ts';
