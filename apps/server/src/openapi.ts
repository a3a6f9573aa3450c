import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { ownMember } from '@kanzel/core';
import { classSchemas } from './class-schemas.ts';

/** Request class by method and path; what the controllers take, for the page. */
const BODIES: Readonly<Record<string, string>> = {
  'post /api/session': 'SignInRequest',
  'post /api/first-person': 'FirstPersonRequest',
  'post /api/people': 'PersonRequest',
  'put /api/people/{id}': 'PersonChangeRequest',
  'post /api/people/{id}/passphrase': 'PassphraseResetRequest',
  'post /api/me/passphrase': 'PassphraseChangeRequest',
  'post /api/me/pin': 'PinRequest',
  'post /api/me/proof': 'ProofRequest',
  'post /api/session/pin': 'PinSignInRequest',
  'post /api/tablet': 'TabletRequest',
  'post /api/library': 'LibraryFileRequest',
  'put /api/library/drafts/{format}/{id}': 'DraftRequest',
  'post /api/library/drafts/{format}/{id}/publish': 'PublishRequest',
  'post /api/campaigns': 'OpenCampaignRequest',
  'post /api/campaigns/{campaign}/move': 'MoveCampaignRequest',
  'post /api/campaigns/{campaign}/instruments': 'NoteInstrumentRequest',
  'post /api/campaigns/{campaign}/scope': 'ScopeRequestBody',
  'put /api/field': 'FieldRequest',
  'put /api/field/chart': 'FieldChartRequest',
  'post /api/campaigns/{campaign}/entries': 'PostEntriesRequest',
  'post /api/campaigns/{campaign}/release': 'ReleaseRequest',
  'put /api/aircraft/{mark}/monitor': 'MonitorRequest',
  'post /api/simulation': 'SimulationRequest',
};

type Schemas = NonNullable<NonNullable<OpenAPIObject['components']>['schemas']>;

/** Builds the OpenAPI document; the schemas of the bodies come from the validated classes themselves. */
export function buildOpenApi(app: INestApplication): OpenAPIObject {
  const config = new DocumentBuilder()
    .setTitle('Kanzel')
    .setVersion('1')
    .setDescription('Every change of state is an entry posted to a campaign; everything else is derived.')
    .addCookieAuth('kanzel_session')
    .build();
  const document = SwaggerModule.createDocument(app, config);
  const schemas = classSchemas('#/components/schemas/') as Schemas;
  document.components = { ...document.components, schemas: { ...document.components?.schemas, ...schemas } };
  for (const [route, name] of Object.entries(BODIES)) {
    const [method = '', path = ''] = route.split(' ');
    const operation = ownMember(
      ownMember(document.paths, path) as Record<string, { requestBody?: unknown } | undefined> | undefined,
      method,
    );
    if (!operation) throw new Error(`buildOpenApi: there is no route ${route}`);
    operation.requestBody = {
      required: true,
      content: { 'application/json': { schema: { $ref: `#/components/schemas/${name}` } } },
    };
  }
  return document;
}

/** Serves the page at /api/docs and the document at /api/docs-json. */
export function serveOpenApi(app: INestApplication): void {
  SwaggerModule.setup('api/docs', app, () => buildOpenApi(app), { jsonDocumentUrl: 'api/docs-json' });
}
