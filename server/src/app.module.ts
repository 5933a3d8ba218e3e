import { type DynamicModule, Module, RequestMethod } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_INTERCEPTOR } from '@nestjs/core';
import { ThrottlerModule } from '@nestjs/throttler';
import { LoggerModule } from 'nestjs-pino';
import { CalculatorPool } from './calculators/calculator-pool.js';
import { CalculatorsController } from './calculators/calculators.controller.js';
import { ExchangeController } from './exchange/exchange.controller.js';
import { ExchangeService } from './exchange/exchange.service.js';
import { HouseController } from './house/house.controller.js';
import { HouseService } from './house/house.service.js';
import { CommandsService } from './jobs/commands.service.js';
import { JobsController } from './jobs/jobs.controller.js';
import { JobsService } from './jobs/jobs.service.js';
import { AccessGuard } from './people/access.guard.js';
import { AccountController } from './people/account.controller.js';
import { AccountService } from './people/account.service.js';
import { AccountRows } from './people/account-rows.js';
import { ColleaguesController } from './people/colleagues.controller.js';
import { HousePeopleService } from './people/house-people.service.js';
import { DrawerRows } from './people/drawer-rows.js';
import { DrawersService } from './people/drawers.service.js';
import { InvitationRows } from './people/invitation-rows.js';
import { InvitationsController } from './people/invitations.controller.js';
import { InvitationsService } from './people/invitations.service.js';
import { PeopleService } from './people/people.service.js';
import { SecurityEvents } from './people/security-events.js';
import { SessionController } from './people/session.controller.js';
import { SignInService } from './people/sign-in.service.js';
import { SigningGate } from './people/signing-gate.js';
import { SigningGateController } from './people/signing-gate.controller.js';
import { BroughtPhotosController } from './photos/brought-photos.controller.js';
import { PhotosController } from './photos/photos.controller.js';
import { PhotosService } from './photos/photos.service.js';
import { OutlookController } from './outlook/outlook.controller.js';
import { OutlookService } from './outlook/outlook.service.js';
import { PrintAnswers } from './prints/print-answers.js';
import { PrintsController } from './prints/prints.controller.js';
import { PrintSettings, PrintsService } from './prints/prints.service.js';
import { SearchesController } from './programme/searches.controller.js';
import { SearchesService } from './programme/searches.service.js';
import { ReleaseService } from './planning/release.service.js';
import { BodyReader } from './platform/body.js';
import { TenantDatabase } from './platform/database.js';
import { ErrorFilter } from './platform/errors.js';
import { GateDatabase } from './platform/gate-database.js';
import { JobQueue } from './platform/job-queue.js';
import { HealthController } from './platform/health.controller.js';
import { StoresController } from './stores/stores.controller.js';
import { StoresService } from './stores/stores.service.js';
import { RecordsDatabase } from './records/records.js';
import { ServerKeys } from './records/server-keys.js';
import { DevicesController } from './site-log/devices.controller.js';
import { SigningLinksController } from './site-log/signing-links.controller.js';
import { PlateGateController } from './site-log/plate-gate.controller.js';
import { IncidentsController } from './site-log/incidents.controller.js';
import { PlatesController } from './site-log/plates.controller.js';
import { AppendService } from './site-log/append.service.js';

export interface AppOptions {
  database: TenantDatabase;
  gate: GateDatabase;
  queue: JobQueue;
  /** sign-ins allowed per minute and address */ signInsPerMinute: number;
  logLevel: string;
  webRoot: string | undefined;
}

@Module({})
export class AppModule {
  static with({ database, gate, queue, signInsPerMinute, logLevel, webRoot }: AppOptions): DynamicModule {
    return {
      module: AppModule,
      imports: [
        LoggerModule.forRoot({
          forRoutes: [{ path: '{*path}', method: RequestMethod.ALL }],
          pinoHttp: {
            level: logLevel,
            autoLogging: { ignore: (request) => !request.url?.startsWith('/api') },
            redact: ['req.headers.cookie', 'res.headers["set-cookie"]'],
          },
        }),
        ThrottlerModule.forRoot([{ ttl: 60_000, limit: signInsPerMinute }]),
      ],
      controllers: [
        SessionController,
        AccountController,
        ColleaguesController,
        InvitationsController,
        SigningGateController,
        HouseController,
        StoresController,
        OutlookController,
        SearchesController,
        PrintsController,
        JobsController,
        DevicesController,
        SigningLinksController,
        IncidentsController,
        PlatesController,
        PlateGateController,
        ExchangeController,
        PhotosController,
        BroughtPhotosController,
        CalculatorsController,
        HealthController,
      ],
      providers: [
        { provide: TenantDatabase, useValue: database },
        { provide: GateDatabase, useValue: gate },
        { provide: JobQueue, useValue: queue },
        { provide: PrintSettings, useValue: new PrintSettings(webRoot) },
        AccountRows,
        DrawerRows,
        DrawersService,
        SecurityEvents,
        SignInService,
        AccountService,
        InvitationRows,
        InvitationsService,
        SigningGate,
        HousePeopleService,
        CalculatorPool,
        PeopleService,
        RecordsDatabase,
        HouseService,
        StoresService,
        OutlookService,
        SearchesService,
        PrintAnswers,
        PrintsService,
        JobsService,
        CommandsService,
        AppendService,
        ServerKeys,
        ReleaseService,
        ExchangeService,
        PhotosService,
        { provide: APP_GUARD, useClass: AccessGuard },
        { provide: APP_INTERCEPTOR, useClass: BodyReader },
        { provide: APP_FILTER, useClass: ErrorFilter },
      ],
    };
  }
}
