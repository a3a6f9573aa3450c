import { Global, Module, type DynamicModule } from '@nestjs/common';
import { ThrottlerModule } from '@nestjs/throttler';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AttachmentsModule } from './attachments/index.ts';
import { CampaignsModule } from './campaigns/index.ts';
import { FieldModule } from './field/index.ts';
import { InstallationModule } from './installation/index.ts';
import { LibraryModule } from './library/index.ts';
import { DevicesModule } from './devices/index.ts';
import { PeopleModule } from './people/index.ts';
import { RecordModule } from './record/index.ts';
import { ReportsModule } from './reports/index.ts';
import { TlsModule } from './tls/index.ts';
import { CLOCK, SETTINGS, type Clock, type Settings } from './settings.ts';
import { FolderHold } from './storage/folder-lock.ts';
import { sqliteOptions } from './storage/sqlite.ts';
import { EntryStore } from './storage/entry-store.ts';
import { WriteLock } from './storage/write-lock.ts';

@Global()
@Module({})
class FoundationModule {
  static with(settings: Settings, clock: Clock, hold: FolderHold): DynamicModule {
    const providers = [
      { provide: SETTINGS, useValue: settings },
      { provide: CLOCK, useValue: clock },
      { provide: FolderHold, useValue: hold },
      WriteLock,
      EntryStore,
    ];
    return { module: FoundationModule, providers, exports: providers };
  }
}

/** The whole server, for one data folder and one clock. */
@Module({})
export class AppModule {
  static with(settings: Settings, clock: Clock, hold: FolderHold): DynamicModule {
    return {
      module: AppModule,
      imports: [
        FoundationModule.with(settings, clock, hold),
        TypeOrmModule.forRoot({ ...sqliteOptions(settings.dataFolder), retryAttempts: 0 }),
        ThrottlerModule.forRoot([{ ttl: 60_000, limit: settings.signInsPerMinute }]),
        InstallationModule,
        TlsModule,
        PeopleModule,
        LibraryModule,
        DevicesModule,
        FieldModule,
        AttachmentsModule,
        RecordModule,
        CampaignsModule,
        ReportsModule,
      ],
    };
  }
}
