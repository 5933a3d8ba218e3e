import { CALCULATORS } from '@caulkhorn/core/calculators';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, type OpenAPIObject, SwaggerModule } from '@nestjs/swagger';
import { contractSchemas } from './contract-schemas.js';
import { recordSchema } from '@caulkhorn/core/fields';

/** The API described by itself at /api/docs; bodies follow the contract's classes and the calculators' own fields. */
export function serveApiDocs(app: NestExpressApplication): void {
  SwaggerModule.setup('api/docs', app, () => describeApi(app));
}

export function describeApi(app: NestExpressApplication): OpenAPIObject {
  const config = new DocumentBuilder()
    .setTitle('Caulkhorn')
    .setDescription('Refusals carry a code and, for input, the fields at fault by path.')
    .setVersion('1')
    .addCookieAuth('caulkhorn')
    .build();
  const document = SwaggerModule.createDocument(app, config);
  const schemas = { ...contractSchemas('#/components/schemas/'), ...calculatorSchemas() };
  document.components = { ...document.components, schemas: schemas as NonNullable<OpenAPIObject['components']>['schemas'] };
  const body = (path: string, ref: string | { anyOf: { $ref: string }[] }) => {
    const post = document.paths[path]?.post;
    if (!post) throw new Error(`no such route to describe: ${path}`);
    post.requestBody = {
      required: true,
      content: { 'application/json': { schema: typeof ref === 'string' ? { $ref: `#/components/schemas/${ref}` } : ref } },
    };
  };
  body('/api/session', 'SignInDto');
  body('/api/organisations/{organisationId}/jobs', 'JobHeadDto');
  body('/api/organisations/{organisationId}/jobs/{jobId}/commands', 'CommandDto');
  body('/api/organisations/{organisationId}/import', 'JobFileDto');
  body('/api/calculators/{id}', { anyOf: [...CALCULATORS.keys()].map((id) => ({ $ref: `#/components/schemas/calculator.${id}` })) });
  return document;
}

function calculatorSchemas(): Record<string, object> {
  return Object.fromEntries(
    [...CALCULATORS.values()].map(({ id, fields }) => {
      const specs = Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, field.spec]));
      return [`calculator.${id}`, recordSchema(specs)];
    }),
  );
}
