import type Joi from 'joi';
import { MARKS_SCHEMA } from '#core/formats/mark-schemas';
import { CHANGE_SCHEMA } from '#core/formats/record-schemas';
import { KIT_DOCUMENT_SCHEMA } from '#core/formats/kit-document';
import { PREP_SCHEMA } from '#core/formats/prep-document';
import type { Is } from '#core/shapes/shape';
import * as answers from './answers';

/** One call of the server: what it takes and what it answers. */
export interface Call {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Below /api, what varies in braces. */
  readonly path: string;
  /** What it is for, in a sentence. */
  readonly summary: string;
  /** What may stand behind the question mark, each in a few words. */
  readonly query?: Readonly<Record<string, string>>;
  /** Name and shape of the JSON that is sent. */
  readonly body?: { readonly name: string; readonly joi: Joi.Schema };
  /** Media type of what is sent, where it is a file. */
  readonly bodyType?: string;
  /** Name and shape of the JSON that is answered. */
  readonly answer?: { readonly name: string; readonly shape: Is<unknown> };
  /** Media type of what is answered, where it is a file. */
  readonly answerType?: string;
  /** 200 where nothing else is said. */
  readonly status?: number;
  /** The desk alone may ask it. */
  readonly isDeskOnly?: boolean;
}

const json = (name: string, shape: Is<unknown>) => ({ answer: { name, shape } });
const ZONE = 'IANA time zone of who asks, for kits that have none of their own';
const ASSEMBLY_ONLY = 'one assembly of the kit, by id';
const PAPER = 'a4 or letter';

/** Every call there is. What is not here does not exist, and a test holds the server to it. */
export const CALLS: readonly Call[] = [
  { method: 'get', path: '/health', summary: 'Whether this server is up, and which one it is.', ...json('Health', answers.HEALTH) },
  { method: 'get', path: '/whoami', summary: 'Which paired device asks.', ...json('Whoami', answers.WHOAMI) },
  { method: 'get', path: '/openapi.json', summary: 'This document.', answerType: 'application/json' },
  { method: 'get', path: '/docs', summary: 'This document as a page to read.', answerType: 'text/html' },
  { method: 'get', path: '/kits', summary: 'All kits, and the deleted ones that can be brought back.', ...json('Kits', answers.KITS) },
  {
    method: 'post',
    path: '/kits/import',
    summary: 'Takes a whole kit in: all of it or nothing.',
    query: { as: 'copy: under ids of its own' },
    body: { name: 'KitDocument', joi: KIT_DOCUMENT_SCHEMA },
    ...json('TakenIn', answers.TAKEN_IN),
  },
  { method: 'get', path: '/kits/{id}', summary: 'A kit with its assemblies.', ...json('Kit', answers.KIT) },
  { method: 'get', path: '/kits/{id}/tools', summary: 'Tools, lots and batches of a kit.', ...json('Tools', answers.TOOLS) },
  {
    method: 'get',
    path: '/kits/{id}/fasteners',
    summary: 'Fasteners of a kit, and the rows that name one.',
    ...json('Fasteners', answers.FASTENERS),
  },
  { method: 'get', path: '/kits/{id}/changes', summary: 'The newest hundred changes of definitions.', ...json('Changes', answers.CHANGES) },
  {
    method: 'get',
    path: '/kits/{id}/revision',
    summary: 'How far the record has come; asked often.',
    ...json('Revision', answers.REVISION),
  },
  {
    method: 'get',
    path: '/kits/{id}/batches',
    summary: 'Batches of sealant and adhesive mixed within thirty days, in any assembly.',
    ...json('Batches', answers.BATCHES),
  },
  {
    method: 'get',
    path: '/kits/{id}/log',
    summary: 'Pages of the log, newest first.',
    query: {
      zone: ZONE,
      assembly: ASSEMBLY_ONLY,
      find: 'words a page must say',
      after: 'the page after which to go on',
      units: 'in or mm',
    },
    ...json('Log', answers.LOG),
  },
  {
    method: 'get',
    path: '/kits/{id}/overview',
    summary: 'How far each assembly is, what stops it, what was done last.',
    ...json('Overview', answers.OVERVIEW),
  },
  {
    method: 'get',
    path: '/kits/{id}/index',
    summary: 'Rows and parts of a kit with all they may be called by, to be found by words.',
    ...json('Found', answers.FOUND),
  },
  { method: 'get', path: '/kits/{id}/stock', summary: 'Fasteners wanted, on hand, to order.', ...json('Stock', answers.STOCK) },
  {
    method: 'get',
    path: '/kits/{id}/worked',
    summary: 'How the hours of all shifts went.',
    query: { zone: ZONE },
    ...json('Worked', answers.WORKED),
  },
  {
    method: 'get',
    path: '/kits/{id}/recalls',
    summary: 'Findings on tools, lots and batches, and what is to be looked at again.',
    ...json('Recalls', answers.RECALLS),
  },
  {
    method: 'get',
    path: '/kits/{id}/record/{table}.csv',
    summary: 'A table of the record: marks, rows or hours.',
    query: { zone: ZONE, assembly: ASSEMBLY_ONLY },
    answerType: 'text/csv',
  },
  { method: 'get', path: '/kits/{id}/export', summary: 'The whole kit as one document.', answerType: 'application/json' },
  {
    method: 'post',
    path: '/kits/{id}/dossier',
    summary: 'Begins a dossier.',
    query: { paper: PAPER, zone: ZONE, assembly: ASSEMBLY_ONLY },
    status: 202,
    ...json('DossierJob', answers.DOSSIER_JOB),
  },
  { method: 'get', path: '/dossiers/{job}', summary: 'How far a dossier is.', ...json('DossierJob', answers.DOSSIER_JOB) },
  { method: 'delete', path: '/dossiers/{job}', summary: 'Stops a dossier.', ...json('Stopping', answers.STOPPING) },
  { method: 'get', path: '/dossiers/{job}/dossier.pdf', summary: 'The dossier that was made.', answerType: 'application/pdf' },
  {
    method: 'get',
    path: '/assemblies/{id}',
    summary: 'An assembly with its parts, rows and what their plan depends on.',
    ...json('Assembly', answers.ASSEMBLY),
  },
  {
    method: 'get',
    path: '/assemblies/{id}/marks',
    summary: 'Its marks, in the order of the record.',
    query: { after: 'place in the record after which to go on' },
    ...json('Marks', answers.MARKS),
  },
  {
    method: 'get',
    path: '/assemblies/{id}/bench-card.pdf',
    summary: 'A set-up’s bench card.',
    query: { setup: 'key of the set-up', paper: PAPER },
    answerType: 'application/pdf',
  },
  {
    method: 'get',
    path: '/rows/{id}/prep',
    summary: 'The preparation of a row, as the headless prep answers it.',
    query: { units: 'in or mm' },
    answerType: 'application/json',
  },
  {
    method: 'get',
    path: '/rows/{id}/strip.pdf',
    summary: 'A drilling strip, 1:1.',
    query: { paper: PAPER },
    answerType: 'application/pdf',
  },
  {
    method: 'get',
    path: '/frame.pdf',
    summary: 'A frame to photograph a sheet on, 1:1; the headless measure reads such photographs.',
    query: { paper: PAPER },
    answerType: 'application/pdf',
  },
  {
    method: 'get',
    path: '/strips.pdf',
    summary: 'Strips to photograph a long part between, 1:1; the headless measure reads such photographs, too.',
    query: { paper: PAPER },
    answerType: 'application/pdf',
  },
  {
    method: 'get',
    path: '/angle-template.pdf',
    summary: 'A template for the angle of a flange, 1:1.',
    query: { paper: PAPER, angle: 'degrees, 5 to 175' },
    answerType: 'application/pdf',
  },
  {
    method: 'post',
    path: '/prep',
    summary: 'The headless prep: computes, keeps nothing.',
    body: { name: 'PrepDocument', joi: PREP_SCHEMA },
    answerType: 'application/json',
  },
  {
    method: 'post',
    path: '/changes',
    summary:
      'Keeps a change of definitions, all of it or nothing, once by its id; answered after commit. 409 with the conflicts where somebody else was first.',
    body: { name: 'Change', joi: CHANGE_SCHEMA },
    ...json('KeptChange', answers.KEPT_CHANGE),
  },
  {
    method: 'post',
    path: '/changes/effects',
    summary: 'What a change would do to work that was done; keeps nothing.',
    body: { name: 'Change', joi: CHANGE_SCHEMA },
    ...json('Effects', answers.EFFECTS),
  },
  {
    method: 'post',
    path: '/marks',
    summary: 'Appends marks, all or none, each once by its id; answered after commit. 409 names those the record will never take.',
    body: { name: 'NewMarks', joi: MARKS_SCHEMA },
    ...json('KeptMarks', answers.KEPT_MARKS),
  },
  {
    method: 'put',
    path: '/kits/{kitId}/photos/{id}',
    summary: 'Keeps a photo under an id made by the client.',
    query: { device: 'id of the device it comes from' },
    bodyType: 'image/*',
    ...json('KeptPhoto', answers.KEPT_PHOTO),
  },
  { method: 'get', path: '/kits/{kitId}/photos.zip', summary: 'All photos of a kit.', answerType: 'application/zip' },
  { method: 'get', path: '/photos/{id}', summary: 'A photo.', answerType: 'image/jpeg' },
  { method: 'get', path: '/gauges/stream', summary: 'What gauges say, as it comes.', answerType: 'text/event-stream' },
  {
    method: 'get',
    path: '/gauges/{gauge}/readings',
    summary: 'Readings of a gauge after a number.',
    query: { after: 'the gauge’s own number of the last one read', pressed: '1: only those somebody pressed for' },
    ...json('Readings', answers.READINGS),
  },
  {
    method: 'get',
    path: '/devices',
    summary: 'Devices of the local network that may come in.',
    isDeskOnly: true,
    ...json('Devices', answers.DEVICES),
  },
  { method: 'post', path: '/devices/code', summary: 'A new code to let one in.', isDeskOnly: true, ...json('Code', answers.CODE) },
  { method: 'delete', path: '/devices/{id}', summary: 'Lets a device in no more.', isDeskOnly: true, ...json('Dropped', answers.DROPPED) },
  { method: 'get', path: '/backups', summary: 'The copies of database and photos.', isDeskOnly: true, ...json('Copies', answers.COPIES) },
  { method: 'post', path: '/backups', summary: 'Makes a copy now.', isDeskOnly: true, ...json('Copy', answers.COPY) },
];
