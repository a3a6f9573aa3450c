import { Module } from '@nestjs/common';
import { TlsController } from './tls.controller.ts';

@Module({ controllers: [TlsController] })
export class TlsModule {}
