-- An installation as it was before facts had tables (migrations 001 to 013), with one enquiry filled through the
-- interface: records judged, a rendering run over its connection, run by hand, compared and copied, a version kept.
CREATE FUNCTION public.lantern_changed() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
		declare
			changed jsonb := case when tg_op = 'DELETE' then to_jsonb(old) else to_jsonb(new) end;
		begin
			perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'changed', 'table', tg_table_name, 'key', changed->>tg_argv[0])::text);
			return null;
		end $$;
CREATE FUNCTION public.lantern_notice() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
		begin
			if tg_table_name = 'commands' then
				perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'edited', 'enquiry', new.enquiry_id, 'revision', new.revision)::text);
			elsif tg_op = 'DELETE' then
				perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'vocabulary', 'vocabulary', old.id)::text);
			else
				perform pg_notify('lantern', json_build_object('from', current_setting('application_name'), 'kind', 'vocabulary', 'vocabulary', new.id)::text);
			end if;
			return null;
		end $$;
CREATE TABLE public.addresses (
    origin text NOT NULL,
    note text NOT NULL,
    added_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.collections (
    id text NOT NULL,
    name text NOT NULL,
    taken_on date NOT NULL,
    vocabularies text[] NOT NULL,
    size integer NOT NULL,
    loaded_at timestamp(6) with time zone DEFAULT CURRENT_TIMESTAMP(6) NOT NULL,
    digest text
);
CREATE TABLE public.commands (
    enquiry_id uuid NOT NULL,
    revision integer NOT NULL,
    person_id uuid,
    client text NOT NULL,
    name text NOT NULL,
    edits jsonb NOT NULL,
    inverse jsonb NOT NULL,
    made_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL,
    kind text DEFAULT 'do'::text NOT NULL,
    step text DEFAULT ''::text NOT NULL,
    number integer
);
CREATE TABLE public.done_once (
    what text NOT NULL,
    done_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.enquiries (
    id uuid NOT NULL,
    body jsonb NOT NULL,
    revision integer DEFAULT 0 NOT NULL,
    created_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL,
    updated_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.knex_migrations (
    id integer NOT NULL,
    name character varying(255),
    batch integer,
    migration_time timestamp with time zone
);
CREATE SEQUENCE public.knex_migrations_id_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE public.knex_migrations_id_seq OWNED BY public.knex_migrations.id;
CREATE TABLE public.knex_migrations_lock (
    index integer NOT NULL,
    is_locked integer
);
CREATE SEQUENCE public.knex_migrations_lock_index_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE public.knex_migrations_lock_index_seq OWNED BY public.knex_migrations_lock.index;
CREATE TABLE public.mappings (
    number integer NOT NULL,
    from_vocabulary text NOT NULL,
    from_heading text NOT NULL,
    to_vocabulary text NOT NULL,
    targets jsonb NOT NULL,
    kind text NOT NULL,
    reason text NOT NULL,
    person_id uuid,
    person_name text NOT NULL,
    decided_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE SEQUENCE public.mappings_number_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE public.mappings_number_seq OWNED BY public.mappings.number;
CREATE TABLE public.members (
    enquiry_id uuid NOT NULL,
    person_id uuid NOT NULL,
    role text NOT NULL,
    CONSTRAINT members_role_check CHECK ((role = ANY (ARRAY['owner'::text, 'editor'::text, 'reviewer'::text, 'reader'::text])))
);
CREATE TABLE public.parts (
    id uuid NOT NULL,
    person_id uuid,
    data jsonb NOT NULL,
    made_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.people (
    id uuid NOT NULL,
    email text NOT NULL,
    name text NOT NULL,
    password_hash text,
    administrator boolean DEFAULT false NOT NULL,
    blocked boolean DEFAULT false NOT NULL,
    created_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.profile_versions (
    profile_id text NOT NULL,
    version integer NOT NULL,
    data jsonb NOT NULL,
    person_name text NOT NULL,
    saved_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.profiles (
    id text NOT NULL,
    data jsonb NOT NULL,
    person_id uuid,
    person_name text DEFAULT ''::text NOT NULL,
    saved_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.records (
    collection_id text NOT NULL,
    number integer NOT NULL,
    data jsonb NOT NULL
);
CREATE TABLE public.sessions (
    token_hash text NOT NULL,
    person_id uuid NOT NULL,
    expires_at timestamp with time zone NOT NULL,
    created_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.shipped_collections (
    id text NOT NULL,
    digest text NOT NULL
);
CREATE TABLE public.versions (
    id uuid NOT NULL,
    enquiry_id uuid NOT NULL,
    revision integer NOT NULL,
    name text NOT NULL,
    person_name text NOT NULL,
    made_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL,
    body jsonb NOT NULL
);
CREATE TABLE public.vocabularies (
    id text NOT NULL,
    loaded_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL,
    person_id uuid,
    edition integer DEFAULT 1 NOT NULL
);
CREATE TABLE public.vocabulary_editions (
    vocabulary_id text NOT NULL,
    number integer NOT NULL,
    head jsonb NOT NULL,
    headings integer NOT NULL,
    person_name text NOT NULL,
    taken_at timestamp with time zone DEFAULT CURRENT_TIMESTAMP NOT NULL
);
CREATE TABLE public.vocabulary_parts (
    vocabulary_id text NOT NULL,
    number integer NOT NULL,
    part integer NOT NULL,
    headings jsonb NOT NULL
);
ALTER TABLE ONLY public.knex_migrations ALTER COLUMN id SET DEFAULT nextval('public.knex_migrations_id_seq'::regclass);
ALTER TABLE ONLY public.knex_migrations_lock ALTER COLUMN index SET DEFAULT nextval('public.knex_migrations_lock_index_seq'::regclass);
ALTER TABLE ONLY public.mappings ALTER COLUMN number SET DEFAULT nextval('public.mappings_number_seq'::regclass);
ALTER TABLE ONLY public.addresses
    ADD CONSTRAINT addresses_pkey PRIMARY KEY (origin);
ALTER TABLE ONLY public.collections
    ADD CONSTRAINT collections_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.commands
    ADD CONSTRAINT commands_client_number UNIQUE (enquiry_id, client, number);
ALTER TABLE ONLY public.commands
    ADD CONSTRAINT commands_pkey PRIMARY KEY (enquiry_id, revision);
ALTER TABLE ONLY public.done_once
    ADD CONSTRAINT done_once_pkey PRIMARY KEY (what);
ALTER TABLE ONLY public.enquiries
    ADD CONSTRAINT enquiries_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.knex_migrations_lock
    ADD CONSTRAINT knex_migrations_lock_pkey PRIMARY KEY (index);
ALTER TABLE ONLY public.knex_migrations
    ADD CONSTRAINT knex_migrations_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.mappings
    ADD CONSTRAINT mappings_pkey PRIMARY KEY (number);
ALTER TABLE ONLY public.members
    ADD CONSTRAINT members_pkey PRIMARY KEY (enquiry_id, person_id);
ALTER TABLE ONLY public.parts
    ADD CONSTRAINT parts_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.people
    ADD CONSTRAINT people_email_unique UNIQUE (email);
ALTER TABLE ONLY public.people
    ADD CONSTRAINT people_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.profile_versions
    ADD CONSTRAINT profile_versions_pkey PRIMARY KEY (profile_id, version);
ALTER TABLE ONLY public.profiles
    ADD CONSTRAINT profiles_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.records
    ADD CONSTRAINT records_pkey PRIMARY KEY (collection_id, number);
ALTER TABLE ONLY public.sessions
    ADD CONSTRAINT sessions_pkey PRIMARY KEY (token_hash);
ALTER TABLE ONLY public.shipped_collections
    ADD CONSTRAINT shipped_collections_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.versions
    ADD CONSTRAINT versions_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.vocabularies
    ADD CONSTRAINT vocabularies_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.vocabulary_editions
    ADD CONSTRAINT vocabulary_editions_pkey PRIMARY KEY (vocabulary_id, number);
ALTER TABLE ONLY public.vocabulary_parts
    ADD CONSTRAINT vocabulary_parts_pkey PRIMARY KEY (vocabulary_id, number, part);
CREATE INDEX mappings_from_vocabulary_from_heading_to_vocabulary_index ON public.mappings USING btree (from_vocabulary, from_heading, to_vocabulary);
CREATE INDEX members_person_id_index ON public.members USING btree (person_id);
CREATE INDEX parts_person_id_index ON public.parts USING btree (person_id);
CREATE INDEX sessions_person_id_index ON public.sessions USING btree (person_id);
CREATE INDEX versions_enquiry_id_revision_index ON public.versions USING btree (enquiry_id, revision);
CREATE TRIGGER collections_changed AFTER INSERT OR DELETE OR UPDATE ON public.collections FOR EACH ROW EXECUTE FUNCTION public.lantern_changed('id');
CREATE TRIGGER commands_told AFTER INSERT ON public.commands FOR EACH ROW EXECUTE FUNCTION public.lantern_notice();
CREATE TRIGGER members_changed AFTER INSERT OR DELETE OR UPDATE ON public.members FOR EACH ROW EXECUTE FUNCTION public.lantern_changed('enquiry_id');
CREATE TRIGGER people_changed AFTER DELETE OR UPDATE ON public.people FOR EACH ROW EXECUTE FUNCTION public.lantern_changed('id');
CREATE TRIGGER sessions_changed AFTER DELETE OR UPDATE ON public.sessions FOR EACH ROW EXECUTE FUNCTION public.lantern_changed('token_hash');
CREATE TRIGGER vocabularies_changed AFTER INSERT OR DELETE OR UPDATE ON public.vocabularies FOR EACH ROW EXECUTE FUNCTION public.lantern_changed('id');
CREATE TRIGGER vocabularies_told AFTER DELETE OR UPDATE ON public.vocabularies FOR EACH ROW EXECUTE FUNCTION public.lantern_notice();
ALTER TABLE ONLY public.commands
    ADD CONSTRAINT commands_enquiry_id_foreign FOREIGN KEY (enquiry_id) REFERENCES public.enquiries(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.commands
    ADD CONSTRAINT commands_person_id_foreign FOREIGN KEY (person_id) REFERENCES public.people(id) ON DELETE SET NULL;
ALTER TABLE ONLY public.mappings
    ADD CONSTRAINT mappings_person_id_foreign FOREIGN KEY (person_id) REFERENCES public.people(id) ON DELETE SET NULL;
ALTER TABLE ONLY public.members
    ADD CONSTRAINT members_enquiry_id_foreign FOREIGN KEY (enquiry_id) REFERENCES public.enquiries(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.members
    ADD CONSTRAINT members_person_id_foreign FOREIGN KEY (person_id) REFERENCES public.people(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.parts
    ADD CONSTRAINT parts_person_id_foreign FOREIGN KEY (person_id) REFERENCES public.people(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.profile_versions
    ADD CONSTRAINT profile_versions_profile_id_foreign FOREIGN KEY (profile_id) REFERENCES public.profiles(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.profiles
    ADD CONSTRAINT profiles_person_id_foreign FOREIGN KEY (person_id) REFERENCES public.people(id) ON DELETE SET NULL;
ALTER TABLE ONLY public.records
    ADD CONSTRAINT records_collection_id_foreign FOREIGN KEY (collection_id) REFERENCES public.collections(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.sessions
    ADD CONSTRAINT sessions_person_id_foreign FOREIGN KEY (person_id) REFERENCES public.people(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.versions
    ADD CONSTRAINT versions_enquiry_id_foreign FOREIGN KEY (enquiry_id) REFERENCES public.enquiries(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.vocabularies
    ADD CONSTRAINT vocabularies_person_id_foreign FOREIGN KEY (person_id) REFERENCES public.people(id) ON DELETE SET NULL;
ALTER TABLE ONLY public.vocabulary_editions
    ADD CONSTRAINT vocabulary_editions_vocabulary_id_foreign FOREIGN KEY (vocabulary_id) REFERENCES public.vocabularies(id) ON DELETE CASCADE;
ALTER TABLE ONLY public.vocabulary_parts
    ADD CONSTRAINT vocabulary_parts_vocabulary_id_number_foreign FOREIGN KEY (vocabulary_id, number) REFERENCES public.vocabulary_editions(vocabulary_id, number) ON DELETE CASCADE;
COPY public.knex_migrations (id, name, batch, migration_time) FROM stdin;
1	001-first	1	2026-11-30 17:51:56.543+00
2	002-marks-and-addresses	1	2026-11-30 17:51:56.557+00
3	003-when-loaded	1	2026-11-30 17:51:56.56+00
4	004-mappings	1	2026-11-30 17:51:56.571+00
5	005-editions	1	2026-11-30 17:51:56.591+00
6	006-steps-and-versions	1	2026-11-30 17:51:56.606+00
7	007-parts	1	2026-11-30 17:51:56.615+00
8	008-profile-versions	1	2026-11-30 17:51:56.627+00
9	009-shipped-collections	1	2026-11-30 17:51:56.634+00
10	010-recognised-lines	1	2026-11-30 17:51:56.637+00
11	011-numbered-commands	1	2026-11-30 17:51:56.641+00
12	012-notices	1	2026-11-30 17:51:56.647+00
13	013-change-notices	1	2026-11-30 17:51:56.651+00
\.
COPY public.knex_migrations_lock (index, is_locked) FROM stdin;
1	0
\.
COPY public.done_once (what, done_at) FROM stdin;
profile skerry 2	2026-11-30 17:51:56.920769+00
profile tidewater 1	2026-11-30 17:51:57.049096+00
profile corran 3	2026-11-30 17:51:57.220401+00
profile wherry 2	2026-11-30 17:51:57.314571+00
profile fairway 1	2026-11-30 17:51:57.351811+00
shipped-data	2026-11-30 17:52:03.256579+00
shipped-digests	2026-11-30 17:52:04.059412+00
shipped-parts	2026-11-30 17:52:04.532613+00
\.
COPY public.people (id, email, name, password_hash, administrator, blocked, created_at) FROM stdin;
80dadd46-421a-4843-9e68-38b0850e4103	mara@before-facts.example	Mara Ostwick	$argon2id$v=19$m=19456,t=2,p=1$DbBklS+WanrAKFb0gSesDw$poM2/qIVc2KKkywqLdnZ2Z/We3wSLnrjoMEH69s+oZo	f	f	2026-11-30 18:23:17.108537+00
\.
COPY public.enquiries (id, body, revision, created_at, updated_at) FROM stdin;
c1f1c84e-1756-44f9-8a18-598714bf5b16	{"dates": [], "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "off": false, "note": "", "role": "words", "label": "", "source": "music* OR song*", "strand": null, "concept": null}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "off": false, "note": "", "role": "words", "label": "", "source": "pain* OR analges*", "strand": null, "concept": null}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "off": false, "note": "", "role": "joining", "label": "", "source": "#384e34f9-4a9f-4a24-b496-ad0c122ba51a AND #7505b94d-86a0-4eec-9c14-8957ff607f36", "strand": null, "concept": null}, {"id": "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "off": false, "note": "", "role": "check", "label": "", "source": "set:relevant", "strand": null, "concept": null}, {"id": "46ed2690-b3cc-45d8-9fa6-a3a382f391cd", "off": false, "note": "", "role": "words", "label": "", "source": "", "strand": null, "concept": null}], "marks": [{"id": "352a9b49-4996-4afd-83ff-0c5b34db48a8", "record": "SK118548", "verdict": "relevant"}, {"id": "93714014-d274-4dfb-9cff-8b5c728a02b4", "record": "SK109396", "verdict": "irrelevant"}, {"id": "13ceb7ec-b141-4547-8cb3-288b81e738d4", "record": "SK126023", "verdict": "irrelevant"}], "parts": [{"id": "af5ea7f1-af6c-4831-a9f2-7ebddb80a92c", "name": "Population", "text": "", "concept": null, "leftOut": null}, {"id": "1466f3fd-7e61-4cb6-abfb-d3add32218d2", "name": "Intervention", "text": "", "concept": null, "leftOut": null}, {"id": "aa2a3c6e-0700-4464-93f5-c04882fdfa99", "name": "Comparison", "text": "", "concept": null, "leftOut": null}, {"id": "243d19e7-f528-4d08-9751-d79ead9c8879", "name": "Outcome", "text": "", "concept": null, "leftOut": null}], "title": "", "people": [], "journal": [], "sources": [], "articles": [], "concepts": [], "question": "Does music lessen pain after an operation?", "exclusion": [], "framework": "PICO", "inclusion": [], "collection": "skerry", "renderings": [{"id": "5b8143cf-3441-4be6-b639-f7a6078572ba", "last": {"on": "2026-11-30T18:23:32.083Z", "how": "copied", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*"}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*"}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)"}]}, "runs": [{"by": "Mara Ostwick", "id": "8a9bfbb5-7d54-490b-a488-c4aa66b7f249", "on": "2026-11-30T18:23:30.681Z", "how": "connection", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*", "count": 45, "fault": "", "number": 1}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*", "count": 168, "fault": "", "number": 2}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)", "count": 9, "fault": "", "number": 3}], "version": 2}, {"by": "Mara Ostwick", "id": "809d2a19-3fa5-4937-9cc7-9bcfcc7a67dc", "on": "2026-11-30T18:23:31.900Z", "how": "pasted", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*", "count": 120, "fault": "", "number": 1}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*", "count": 340, "fault": "", "number": 2}], "version": 2}], "first": 1, "tried": {"on": "2026-11-30T18:23:31.403Z", "kept": 7, "lost": 0, "gained": 0, "revision": 24, "shipsLost": 0}, "leftOut": [], "profile": "wherry", "version": 2}]}	27	2026-11-30 18:23:17.540438+00	2026-11-30 18:23:32.156+00
\.
COPY public.members (enquiry_id, person_id, role) FROM stdin;
c1f1c84e-1756-44f9-8a18-598714bf5b16	80dadd46-421a-4843-9e68-38b0850e4103	owner
\.
COPY public.commands (enquiry_id, revision, person_id, client, name, edits, inverse, made_at, kind, step, number) FROM stdin;
c1f1c84e-1756-44f9-8a18-598714bf5b16	2	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"do": "insert", "in": ["lines"], "item": {"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "off": false, "note": "", "role": "words", "label": "", "source": "m", "strand": null, "concept": null}, "after": null}]	[{"at": ["lines", "384e34f9-4a9f-4a24-b496-ad0c122ba51a"], "do": "remove"}]	2026-11-30 18:23:18.897629+00	do	dd764784-6428-4776-9e72-cf7cb4177e93	1
c1f1c84e-1756-44f9-8a18-598714bf5b16	3	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "source"], "do": "set", "value": "mu"}]	[{"at": ["lines", "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "source"], "do": "set", "value": "m"}]	2026-11-30 18:23:19.146807+00	do	23cd35c3-168b-4c85-8bf7-60829fa1a101	2
c1f1c84e-1756-44f9-8a18-598714bf5b16	4	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "source"], "do": "set", "value": "mus"}]	[{"at": ["lines", "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "source"], "do": "set", "value": "mu"}]	2026-11-30 18:23:19.256961+00	do	23cd35c3-168b-4c85-8bf7-60829fa1a101	3
c1f1c84e-1756-44f9-8a18-598714bf5b16	5	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "source"], "do": "set", "value": "music* OR song*"}]	[{"at": ["lines", "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "source"], "do": "set", "value": "mus"}]	2026-11-30 18:23:22.954628+00	do	23cd35c3-168b-4c85-8bf7-60829fa1a101	15
c1f1c84e-1756-44f9-8a18-598714bf5b16	6	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"do": "insert", "in": ["lines"], "item": {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "off": false, "note": "", "role": "words", "label": "", "source": "", "strand": null, "concept": null}, "after": "384e34f9-4a9f-4a24-b496-ad0c122ba51a"}]	[{"at": ["lines", "7505b94d-86a0-4eec-9c14-8957ff607f36"], "do": "remove"}]	2026-11-30 18:23:22.970639+00	do	9de4c8ba-5bb1-48cf-bcd4-7e46d9d49f2f	16
c1f1c84e-1756-44f9-8a18-598714bf5b16	7	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "7505b94d-86a0-4eec-9c14-8957ff607f36", "source"], "do": "set", "value": "pain* OR analges*"}]	[{"at": ["lines", "7505b94d-86a0-4eec-9c14-8957ff607f36", "source"], "do": "set", "value": ""}]	2026-11-30 18:23:23.001215+00	do	61d746e8-1d22-4f0b-b757-6b1a19bfd1c9	33
c1f1c84e-1756-44f9-8a18-598714bf5b16	8	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"do": "insert", "in": ["lines"], "item": {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "off": false, "note": "", "role": "words", "label": "", "source": "", "strand": null, "concept": null}, "after": "7505b94d-86a0-4eec-9c14-8957ff607f36"}]	[{"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90"], "do": "remove"}]	2026-11-30 18:23:23.217796+00	do	4a8e7caa-a276-4f8a-a357-4e13271731e2	34
c1f1c84e-1756-44f9-8a18-598714bf5b16	9	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "source"], "do": "set", "value": "#"}, {"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "source"], "do": "set", "value": "#384e34f9-4a9f-4a24-b496-ad0c122ba51a"}, {"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "role"], "do": "set", "value": "joining"}, {"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "source"], "do": "set", "value": "#384e34f9-4a9f-4a24-b496-ad0c122ba51a AN"}]	[{"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "source"], "do": "set", "value": "#384e34f9-4a9f-4a24-b496-ad0c122ba51a"}, {"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "role"], "do": "set", "value": "words"}, {"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "source"], "do": "set", "value": "#"}, {"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "source"], "do": "set", "value": ""}]	2026-11-30 18:23:23.262328+00	do	4223a6b1-33f5-43cc-a792-c0b1c7298fd3	39
c1f1c84e-1756-44f9-8a18-598714bf5b16	10	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "source"], "do": "set", "value": "#384e34f9-4a9f-4a24-b496-ad0c122ba51a AND #7505b94d-86a0-4eec-9c14-8957ff607f36"}]	[{"at": ["lines", "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "source"], "do": "set", "value": "#384e34f9-4a9f-4a24-b496-ad0c122ba51a AN"}]	2026-11-30 18:23:24.123763+00	do	4223a6b1-33f5-43cc-a792-c0b1c7298fd3	43
c1f1c84e-1756-44f9-8a18-598714bf5b16	11	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"do": "insert", "in": ["lines"], "item": {"id": "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "off": false, "note": "", "role": "words", "label": "", "source": "", "strand": null, "concept": null}, "after": "fd9c021d-9692-4a72-9ef2-81d2ca072e90"}]	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1"], "do": "remove"}]	2026-11-30 18:23:24.356229+00	do	5c382bde-6b46-44e9-9416-3e234520531e	44
c1f1c84e-1756-44f9-8a18-598714bf5b16	12	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:"}]	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": ""}]	2026-11-30 18:23:24.41124+00	do	a35440cf-1c20-4a6e-ab06-9fbdb3818ce7	48
c1f1c84e-1756-44f9-8a18-598714bf5b16	13	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:r"}]	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:"}]	2026-11-30 18:23:24.784974+00	do	a35440cf-1c20-4a6e-ab06-9fbdb3818ce7	49
c1f1c84e-1756-44f9-8a18-598714bf5b16	14	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:re"}]	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:r"}]	2026-11-30 18:23:24.873463+00	do	a35440cf-1c20-4a6e-ab06-9fbdb3818ce7	50
c1f1c84e-1756-44f9-8a18-598714bf5b16	15	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:relevan"}, {"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:relevant"}, {"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "role"], "do": "set", "value": "check"}]	[{"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "role"], "do": "set", "value": "words"}, {"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:relevan"}, {"at": ["lines", "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "source"], "do": "set", "value": "set:re"}]	2026-11-30 18:23:25.619749+00	do	a35440cf-1c20-4a6e-ab06-9fbdb3818ce7	56
c1f1c84e-1756-44f9-8a18-598714bf5b16	16	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	edit the strategy	[{"do": "insert", "in": ["lines"], "item": {"id": "46ed2690-b3cc-45d8-9fa6-a3a382f391cd", "off": false, "note": "", "role": "words", "label": "", "source": "", "strand": null, "concept": null}, "after": "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1"}]	[{"at": ["lines", "46ed2690-b3cc-45d8-9fa6-a3a382f391cd"], "do": "remove"}]	2026-11-30 18:23:25.639205+00	do	314261fe-b487-4ad2-bd98-972b14fab419	57
c1f1c84e-1756-44f9-8a18-598714bf5b16	17	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	mark as relevant	[{"do": "insert", "in": ["marks"], "item": {"id": "352a9b49-4996-4afd-83ff-0c5b34db48a8", "record": "SK118548", "verdict": "relevant"}, "after": null}]	[{"at": ["marks", "352a9b49-4996-4afd-83ff-0c5b34db48a8"], "do": "remove"}]	2026-11-30 18:23:27.006317+00	do	77369247-b6fb-4492-9340-c2647bd2f8d9	58
c1f1c84e-1756-44f9-8a18-598714bf5b16	18	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	mark as irrelevant	[{"do": "insert", "in": ["marks"], "item": {"id": "93714014-d274-4dfb-9cff-8b5c728a02b4", "record": "SK109396", "verdict": "irrelevant"}, "after": "352a9b49-4996-4afd-83ff-0c5b34db48a8"}]	[{"at": ["marks", "93714014-d274-4dfb-9cff-8b5c728a02b4"], "do": "remove"}]	2026-11-30 18:23:27.090413+00	do	68850fac-6a32-4a44-85ec-58d0ae2961ee	59
c1f1c84e-1756-44f9-8a18-598714bf5b16	19	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	mark as relevant	[{"do": "insert", "in": ["marks"], "item": {"id": "13ceb7ec-b141-4547-8cb3-288b81e738d4", "record": "SK126023", "verdict": "relevant"}, "after": "93714014-d274-4dfb-9cff-8b5c728a02b4"}]	[{"at": ["marks", "13ceb7ec-b141-4547-8cb3-288b81e738d4"], "do": "remove"}]	2026-11-30 18:23:27.121458+00	do	02524ff2-ce68-4ee1-80da-3f8aea1b039d	60
c1f1c84e-1756-44f9-8a18-598714bf5b16	20	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	mark as irrelevant	[{"at": ["marks", "13ceb7ec-b141-4547-8cb3-288b81e738d4", "verdict"], "do": "set", "value": "irrelevant"}]	[{"at": ["marks", "13ceb7ec-b141-4547-8cb3-288b81e738d4", "verdict"], "do": "set", "value": "relevant"}]	2026-11-30 18:23:27.187725+00	do	8dd8fce0-d5e1-4339-8322-d1910b2ce15a	61
c1f1c84e-1756-44f9-8a18-598714bf5b16	21	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	mark as relevant	[{"do": "insert", "in": ["marks"], "item": {"id": "21ffeec2-2030-4515-9b2b-9ec1d1a4b06c", "record": "SK118767", "verdict": "relevant"}, "after": "13ceb7ec-b141-4547-8cb3-288b81e738d4"}]	[{"at": ["marks", "21ffeec2-2030-4515-9b2b-9ec1d1a4b06c"], "do": "remove"}]	2026-11-30 18:23:27.579+00	do	25354473-e7fb-4d0a-8969-98cb914eb363	62
c1f1c84e-1756-44f9-8a18-598714bf5b16	22	80dadd46-421a-4843-9e68-38b0850e4103	37efc6f8-b599-4e71-8739-d3b530923761	mark as relevant	[{"at": ["marks", "21ffeec2-2030-4515-9b2b-9ec1d1a4b06c"], "do": "remove"}]	[{"do": "insert", "in": ["marks"], "item": {"id": "21ffeec2-2030-4515-9b2b-9ec1d1a4b06c", "record": "SK118767", "verdict": "relevant"}, "after": "13ceb7ec-b141-4547-8cb3-288b81e738d4"}]	2026-11-30 18:23:27.627236+00	do	7ddfdf02-867b-4d37-ab07-d49bde12cbf6	63
c1f1c84e-1756-44f9-8a18-598714bf5b16	23	80dadd46-421a-4843-9e68-38b0850e4103	65f1d3ea-ebf4-4847-ab84-d07be9461be5	add a rendering	[{"do": "insert", "in": ["renderings"], "item": {"id": "5b8143cf-3441-4be6-b639-f7a6078572ba", "runs": [], "first": 1, "leftOut": [], "profile": "wherry", "version": 2}, "after": null}]	[{"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba"], "do": "remove"}]	2026-11-30 18:23:29.634593+00	do	abde3dc4-81b6-46ab-a309-506eeca303fd	1
c1f1c84e-1756-44f9-8a18-598714bf5b16	24	80dadd46-421a-4843-9e68-38b0850e4103	65f1d3ea-ebf4-4847-ab84-d07be9461be5	keep the counts of a run	[{"do": "insert", "in": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "runs"], "item": {"by": "Mara Ostwick", "id": "8a9bfbb5-7d54-490b-a488-c4aa66b7f249", "on": "2026-11-30T18:23:30.681Z", "how": "connection", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*", "count": 45, "fault": "", "number": 1}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*", "count": 168, "fault": "", "number": 2}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)", "count": 9, "fault": "", "number": 3}], "version": 2}, "after": null}, {"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "last"], "do": "set", "value": {"on": "2026-11-30T18:23:30.681Z", "how": "run", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*"}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*"}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)"}]}}]	[{"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "last"], "do": "set", "value": null}, {"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "runs", "8a9bfbb5-7d54-490b-a488-c4aa66b7f249"], "do": "remove"}]	2026-11-30 18:23:30.854942+00	do	aeeb1eef-2dad-467f-b885-633fa0518a6a	2
c1f1c84e-1756-44f9-8a18-598714bf5b16	25	80dadd46-421a-4843-9e68-38b0850e4103	65f1d3ea-ebf4-4847-ab84-d07be9461be5	remember how the rendering compared	[{"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "tried"], "do": "set", "value": {"on": "2026-11-30T18:23:31.403Z", "kept": 7, "lost": 0, "gained": 0, "revision": 24, "shipsLost": 0}}]	[{"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "tried"], "do": "set", "value": null}]	2026-11-30 18:23:31.579936+00	do	d47c1700-0cd9-4aab-a46b-fd478186adf4	3
c1f1c84e-1756-44f9-8a18-598714bf5b16	26	80dadd46-421a-4843-9e68-38b0850e4103	65f1d3ea-ebf4-4847-ab84-d07be9461be5	keep the counts of a run	[{"do": "insert", "in": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "runs"], "item": {"by": "Mara Ostwick", "id": "809d2a19-3fa5-4937-9cc7-9bcfcc7a67dc", "on": "2026-11-30T18:23:31.900Z", "how": "pasted", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*", "count": 120, "fault": "", "number": 1}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*", "count": 340, "fault": "", "number": 2}], "version": 2}, "after": "8a9bfbb5-7d54-490b-a488-c4aa66b7f249"}, {"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "last"], "do": "set", "value": {"on": "2026-11-30T18:23:31.900Z", "how": "run", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*"}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*"}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)"}]}}]	[{"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "last"], "do": "set", "value": {"on": "2026-11-30T18:23:30.681Z", "how": "run", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*"}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*"}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)"}]}}, {"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "runs", "809d2a19-3fa5-4937-9cc7-9bcfcc7a67dc"], "do": "remove"}]	2026-11-30 18:23:32.07016+00	do	a65be233-9e80-4fe7-a782-4b9162d82d29	4
c1f1c84e-1756-44f9-8a18-598714bf5b16	27	80dadd46-421a-4843-9e68-38b0850e4103	65f1d3ea-ebf4-4847-ab84-d07be9461be5	remember what was copied	[{"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "last"], "do": "set", "value": {"on": "2026-11-30T18:23:32.083Z", "how": "copied", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*"}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*"}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)"}]}}]	[{"at": ["renderings", "5b8143cf-3441-4be6-b639-f7a6078572ba", "last"], "do": "set", "value": {"on": "2026-11-30T18:23:31.900Z", "how": "run", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*"}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*"}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)"}]}}]	2026-11-30 18:23:32.156717+00	do	b89345f5-e40a-4f52-bc1a-9641fa81fec4	5
c1f1c84e-1756-44f9-8a18-598714bf5b16	1	80dadd46-421a-4843-9e68-38b0850e4103	x	x	[{"at": ["collection"], "do": "set", "value": "skerry"}]	[{"at": ["collection"], "do": "set", "value": "skerry"}]	2026-11-30 18:23:17.589051+00	do		\N
\.
COPY public.versions (id, enquiry_id, revision, name, person_name, made_at, body) FROM stdin;
5df923e7-72a6-4229-8e40-1a7a0cfcfc3b	c1f1c84e-1756-44f9-8a18-598714bf5b16	27	Before the facts moved	Mara Ostwick	2026-11-30 18:23:33.819988+00	{"dates": [], "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "off": false, "note": "", "role": "words", "label": "", "source": "music* OR song*", "strand": null, "concept": null}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "off": false, "note": "", "role": "words", "label": "", "source": "pain* OR analges*", "strand": null, "concept": null}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "off": false, "note": "", "role": "joining", "label": "", "source": "#384e34f9-4a9f-4a24-b496-ad0c122ba51a AND #7505b94d-86a0-4eec-9c14-8957ff607f36", "strand": null, "concept": null}, {"id": "6d6d75f6-90ae-4921-a7e2-b6a206b3a5e1", "off": false, "note": "", "role": "check", "label": "", "source": "set:relevant", "strand": null, "concept": null}, {"id": "46ed2690-b3cc-45d8-9fa6-a3a382f391cd", "off": false, "note": "", "role": "words", "label": "", "source": "", "strand": null, "concept": null}], "marks": [{"id": "352a9b49-4996-4afd-83ff-0c5b34db48a8", "record": "SK118548", "verdict": "relevant"}, {"id": "93714014-d274-4dfb-9cff-8b5c728a02b4", "record": "SK109396", "verdict": "irrelevant"}, {"id": "13ceb7ec-b141-4547-8cb3-288b81e738d4", "record": "SK126023", "verdict": "irrelevant"}], "parts": [{"id": "af5ea7f1-af6c-4831-a9f2-7ebddb80a92c", "name": "Population", "text": "", "concept": null, "leftOut": null}, {"id": "1466f3fd-7e61-4cb6-abfb-d3add32218d2", "name": "Intervention", "text": "", "concept": null, "leftOut": null}, {"id": "aa2a3c6e-0700-4464-93f5-c04882fdfa99", "name": "Comparison", "text": "", "concept": null, "leftOut": null}, {"id": "243d19e7-f528-4d08-9751-d79ead9c8879", "name": "Outcome", "text": "", "concept": null, "leftOut": null}], "title": "", "people": [], "journal": [], "sources": [], "articles": [], "concepts": [], "question": "Does music lessen pain after an operation?", "exclusion": [], "framework": "PICO", "inclusion": [], "collection": "skerry", "renderings": [{"id": "5b8143cf-3441-4be6-b639-f7a6078572ba", "last": {"on": "2026-11-30T18:23:32.083Z", "how": "copied", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*"}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*"}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)"}]}, "runs": [{"by": "Mara Ostwick", "id": "8a9bfbb5-7d54-490b-a488-c4aa66b7f249", "on": "2026-11-30T18:23:30.681Z", "how": "connection", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*", "count": 45, "fault": "", "number": 1}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*", "count": 168, "fault": "", "number": 2}, {"id": "fd9c021d-9692-4a72-9ef2-81d2ca072e90", "text": "(dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*) and (dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*)", "count": 9, "fault": "", "number": 3}], "version": 2}, {"by": "Mara Ostwick", "id": "809d2a19-3fa5-4937-9cc7-9bcfcc7a67dc", "on": "2026-11-30T18:23:31.900Z", "how": "pasted", "lines": [{"id": "384e34f9-4a9f-4a24-b496-ad0c122ba51a", "text": "dc.title = music* or dc.description = music* or dc.subject = music* or dc.title = song* or dc.description = song* or dc.subject = song*", "count": 120, "fault": "", "number": 1}, {"id": "7505b94d-86a0-4eec-9c14-8957ff607f36", "text": "dc.title = pain* or dc.description = pain* or dc.subject = pain* or dc.title = analges* or dc.description = analges* or dc.subject = analges*", "count": 340, "fault": "", "number": 2}], "version": 2}], "first": 1, "tried": {"on": "2026-11-30T18:23:31.403Z", "kept": 7, "lost": 0, "gained": 0, "revision": 24, "shipsLost": 0}, "leftOut": [], "profile": "wherry", "version": 2}]}
\.
SELECT pg_catalog.setval('public.knex_migrations_id_seq', (SELECT max(id) FROM public.knex_migrations));
