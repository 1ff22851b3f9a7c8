/**
 * Organs and what befalls them or is done to them: the broad clinical middle of the vocabularies,
 * made by rule. Every notion has learned names (from Greek and Latin) and plain ones; which of the
 * two families a vocabulary uses is its own habit, so that many pairs share no word.
 */
import type { Notion } from './notion.ts';

interface Organ {
	readonly id: string;
	/** `kidney` */
	readonly plain: string;
	/** `renal` */
	readonly adjective: string;
	/** `nephr` */
	readonly stem: string;
	readonly system: string;
	/** Letters of the processes in {@link PROCESSES} that are told apart for it. */
	readonly processes: string;
}

/** System; then `id plain adjective stem processes`. Words of one name are joined by `_`. */
const ORGANS = `
digestive: mouth mouth oral stomat inxjp | tongue tongue lingual gloss inrp | gum gum gingival gingiv ibxr | tooth tooth dental odont xrpjm | throat throat pharyngeal pharyng inxp
digestive: gullet gullet oesophageal oesophag inorbm | stomach stomach gastric gastr inbrojm | smallbowel small_bowel enteric enter inboxr | largebowel large_bowel colonic col inbormx | rectum back_passage rectal proct inpbr
digestive: liver liver hepatic hepat inftxjm | gallbladder gall_bladder cholecystic cholecyst isrnm | bileduct bile_duct choledochal cholangi isonm | pancreas pancreas pancreatic pancreat inftrp | appendix appendix appendiceal appendic irn
urinary: kidney kidney renal nephr ifnstjm | bladder bladder vesical cyst insrbm | ureter urine_pipe ureteral ureter isonm | prostate prostate prostatic prostat inro
breathing: nose nose nasal rhin ijbo | sinus sinus antral antr inxm | voicebox voice_box laryngeal laryng inroj | windpipe windpipe tracheal trache ioj | airway airway bronchial bronch inxobm | lungtissue lung pulmonary pneumon infrtjm | pleura lung_lining pleural pleur inbx
circulation: heartmuscle heart_muscle myocardial myocard ifjm | heartlining heart_lining endocardial endocard ixn | heartvalve heart_valve valvular valvul ioxm | heartsac heart_sac pericardial pericard ibr | artery artery arterial arteri iojmb | vein vein venous phleb iorm | aorta body_artery aortic aort ijom
blood: spleen spleen splenic splen jrnm | lymphnode lymph_gland nodal lymphaden inxr | marrow bone_marrow medullary myel fntx
movement: bone bone osseous oste inxjpm | joint joint articular arthr ixpjmt | muscle muscle muscular my ijpfx | tendon sinew tendinous tendin ijp | spine backbone vertebral spondyl injpm | jaw jaw mandibular gnath jnxp | shoulder shoulder humeral om jpm | knee knee genual gon jpmt | ankle ankle talar tal jp
nerves: meninges brain_covering meningeal mening inbx | spinalcord spinal_cord spinal myel injo | nerve nerve neural neur injp | inner_ear inner_ear labyrinthine labyrinth ifj
senses: eyelid eyelid palpebral blephar inj | cornea eye_front corneal kerat ijtx | iris iris iridal irid ij | ear ear aural ot inxjp
skinandglands: nail nail ungual onych xjr | thyroid thyroid_gland thyroid thyre infrm | adrenal adrenal_gland suprarenal adren infr | breast breast mammary mast inxrpm
reproduction: womb womb uterine metr inbrxm | ovary ovary ovarian oophor inrfm | testis testicle testicular orchi injr | placenta afterbirth placental placent ifb
`;

const SYSTEMS: Readonly<Record<string, readonly [plain: string, learned: string]>> = {
	digestive: ['Digestion', 'Alimentary System'],
	urinary: ['Kidneys and Water', 'Urogenital System'],
	breathing: ['Breathing', 'Respiratory System'],
	circulation: ['Heart and Circulation', 'Cardiovascular System'],
	blood: ['Blood and Lymph', 'Haematopoietic System'],
	movement: ['Bones, Joints and Muscles', 'Locomotor System'],
	nerves: ['Brain and Nerves', 'Neuraxis'],
	senses: ['Sight and Hearing', 'Sense Organs'],
	skinandglands: ['Skin and Glands', 'Integumentary and Endocrine System'],
	reproduction: ['Birth and Reproduction', 'Genital System']
};

interface Process {
	readonly id: string;
	/** The branch of all of them: learned and plain. */
	readonly branch: readonly [learned: string, plain: string];
	readonly under: 'states' | 'surgery' | 'imaging';
	readonly learned: (organ: Organ) => readonly string[];
	readonly plain: (organ: Organ) => readonly string[];
	/** What authors measure or do there. */
	readonly acts: boolean;
}

const capital = (text: string) =>
	text
		.replace(/(^|[ -])([a-z])/g, (whole) => whole.toUpperCase())
		.replaceAll(' Of The ', ' of the ')
		.replaceAll(' Of ', ' of ');
const joined = (stem: string, ending: string) =>
	capital(stem.endsWith('i') && ending.startsWith('i') ? stem + ending.slice(1) : stem + ending);
const adjective = (organ: Organ) => capital(organ.adjective);

const PROCESSES: Readonly<Record<string, Process>> = {
	i: {
		id: 'inflamed',
		branch: ['Phlogistic Diseases', 'Inflammations'],
		under: 'states',
		learned: (o) => [joined(o.stem, 'itis'), joined(o.stem, 'itides'), `${adjective(o)} Phlogosis`],
		plain: (o) => [
			`Inflammation of the ${capital(o.plain)}`,
			`Inflamed ${capital(o.plain)}`,
			`${capital(o.plain)} Soreness and Swelling`
		],
		acts: false
	},
	n: {
		id: 'tumour',
		branch: ['Organ Neoplasms', 'Tumours by Place'],
		under: 'states',
		learned: (o) => [`${adjective(o)} Neoplasms`, `${adjective(o)} Malignancies`, `${adjective(o)} Carcinoma`],
		plain: (o) => [
			`Cancer of the ${capital(o.plain)}`,
			`${capital(o.plain)} Tumours`,
			`Growths in the ${capital(o.plain)}`
		],
		acts: false
	},
	j: {
		id: 'injury',
		branch: ['Organ Trauma', 'Injuries by Place'],
		under: 'states',
		learned: (o) => [`${adjective(o)} Trauma`, `${adjective(o)} Contusions`, `Traumatic ${adjective(o)} Lesions`],
		plain: (o) => [`${capital(o.plain)} Injuries`, `Wounds of the ${capital(o.plain)}`, `Hurt ${capital(o.plain)}`],
		acts: false
	},
	f: {
		id: 'failure',
		branch: ['Organ Insufficiencies', 'Failing Organs'],
		under: 'states',
		learned: (o) => [`${adjective(o)} Insufficiency`, `${adjective(o)} Decompensation`, `${adjective(o)} Hypofunction`],
		plain: (o) => [`${capital(o.plain)} Failure`, `Failing ${capital(o.plain)}`, `Weak ${capital(o.plain)}`],
		acts: false
	},
	s: {
		id: 'stones',
		branch: ['Lithiases', 'Stones by Place'],
		under: 'states',
		learned: (o) => [`${joined(o.stem, 'olithiasis')}`, `${adjective(o)} Calculi`, `${adjective(o)} Concrements`],
		plain: (o) => [
			`${capital(o.plain)} Stones`,
			`Stones in the ${capital(o.plain)}`,
			`Gravel of the ${capital(o.plain)}`
		],
		acts: false
	},
	b: {
		id: 'bleeding',
		branch: ['Organ Haemorrhages', 'Bleeding by Place'],
		under: 'states',
		learned: (o) => [`${adjective(o)} Haemorrhage`, `${joined(o.stem, 'orrhagia')}`, `${adjective(o)} Extravasation`],
		plain: (o) => [
			`${capital(o.plain)} Bleeding`,
			`Blood Loss from the ${capital(o.plain)}`,
			`Bleeding ${capital(o.plain)}`
		],
		acts: false
	},
	x: {
		id: 'infected',
		branch: ['Organ Sepses', 'Infections by Place'],
		under: 'states',
		learned: (o) => [`${adjective(o)} Empyema`, `${adjective(o)} Suppuration`, `Bacterial ${adjective(o)} Invasion`],
		plain: (o) => [
			`${capital(o.plain)} Infections`,
			`Infected ${capital(o.plain)}`,
			`Germs in the ${capital(o.plain)}`
		],
		acts: false
	},
	p: {
		id: 'painful',
		branch: ['Organ Algias', 'Aches by Place'],
		under: 'states',
		learned: (o) => [joined(o.stem, 'algia'), joined(o.stem, 'odynia'), `${adjective(o)} Neuralgia`],
		plain: (o) => [`${capital(o.plain)} Ache`, `Painful ${capital(o.plain)}`, `Hurting in the ${capital(o.plain)}`],
		acts: false
	},
	o: {
		id: 'narrowed',
		branch: ['Organ Stenoses', 'Narrowing by Place'],
		under: 'states',
		learned: (o) => [`${adjective(o)} Stenosis`, `${adjective(o)} Obstruction`, joined(o.stem, 'ostenosis')],
		plain: (o) => [`Narrowing of the ${capital(o.plain)}`, `Blocked ${capital(o.plain)}`, `Tight ${capital(o.plain)}`],
		acts: false
	},
	r: {
		id: 'removal',
		branch: ['Extirpations', 'Removal of Organs'],
		under: 'surgery',
		learned: (o) => [joined(o.stem, 'ectomy'), `${adjective(o)} Extirpation`, `${adjective(o)} Resection`],
		plain: (o) => [
			`Removal of the ${capital(o.plain)}`,
			`Taking Out the ${capital(o.plain)}`,
			`Cutting Away the ${capital(o.plain)}`
		],
		acts: true
	},
	t: {
		id: 'transplant',
		branch: ['Allografting', 'Transplanted Organs'],
		under: 'surgery',
		learned: (o) => [`${adjective(o)} Allografts`, `${adjective(o)} Homografting`, `${adjective(o)} Replantation`],
		plain: (o) => [
			`${capital(o.plain)} Transplants`,
			`New ${capital(o.plain)} from a Donor`,
			`Donor ${capital(o.plain)}`
		],
		acts: true
	},
	m: {
		id: 'pictured',
		branch: ['Organ Graphies', 'Pictures by Place'],
		under: 'imaging',
		learned: (o) => [joined(o.stem, 'ography'), `${adjective(o)} Tomography`, `${adjective(o)} Scintiscanning`],
		plain: (o) => [
			`Scans of the ${capital(o.plain)}`,
			`Pictures of the ${capital(o.plain)}`,
			`${capital(o.plain)} X-Rays`
		],
		acts: true
	}
};

function readOrgans(): Organ[] {
	return ORGANS.trim()
		.split('\n')
		.flatMap((row) => {
			const [system = '', organs = ''] = row.split(': ');
			return organs.split(' | ').map((text): Organ => {
				const [id = '', plain = '', adjectiveOf = '', stem = '', processes = ''] = text.split(' ');
				return { id, plain: plain.replaceAll('_', ' '), adjective: adjectiveOf, stem, system, processes };
			});
		});
}

/** The notions of organs, systems, processes, and every process of every organ that has it. */
export function organNotions(): Notion[] {
	const organs = readOrgans();
	const notions: Notion[] = [];
	for (const [id, [plain, learned]] of Object.entries(SYSTEMS)) {
		notions.push({
			id: `sys-${id}`,
			kind: 'system',
			under: ['life'],
			learned: [learned],
			plain: [plain],
			tidewater: 'own'
		});
		notions.push({
			id: `ill-${id}`,
			kind: 'branch',
			under: ['states'],
			learned: [`${learned} Pathology`, `Pathology of the ${learned}`],
			plain: [`Illnesses of ${plain}`, `Trouble with ${plain}`],
			tidewater: 'own'
		});
	}
	for (const process of Object.values(PROCESSES))
		notions.push({
			id: `all-${process.id}`,
			kind: 'branch',
			under: [process.under],
			learned: [process.branch[0]],
			plain: [process.branch[1]],
			tidewater: 'none'
		});
	for (const organ of organs) {
		notions.push({
			id: `organ-${organ.id}`,
			kind: 'organ',
			under: [`sys-${organ.system}`],
			learned: [`${adjective(organ)} Region`, `${adjective(organ)} Anatomy`],
			plain: [capital(organ.plain), `The ${capital(organ.plain)}`],
			tidewater: 'none'
		});
		for (const letter of organ.processes) {
			const process = PROCESSES[letter];
			if (!process) throw new Error(`no process ${letter} for ${organ.id}`);
			notions.push({
				id: `${organ.id}-${process.id}`,
				kind: process.acts ? 'act' : 'state',
				under: [process.under === 'states' ? `ill-${organ.system}` : `all-${process.id}`],
				also: process.under === 'states' ? `all-${process.id}` : `organ-${organ.id}`,
				learned: process.learned(organ),
				plain: process.plain(organ),
				tidewater: process.under === 'states' ? 'coarse' : 'some'
			});
		}
	}
	return notions;
}
