/**
 * What invented works are about: ideas with the ways authors word them and the notions that an
 * indexer sees in them. British spelling; american.ts turns it where the journal is American.
 */
export interface Idea {
	/** Wordings for running text, likeliest first. */
	readonly words: readonly string[];
	/** Notions, the narrowest fitting: what vocabularies make headings of. */
	readonly notions: readonly string[];
	readonly keywords?: readonly string[];
}

const idea = (words: string, notions: string, keywords = ''): Idea => ({
	words: words.split('|'),
	notions: notions.split(' ').filter((one) => one !== ''),
	...(keywords === '' ? {} : { keywords: keywords.split('|') })
});

export const SETTINGS = {
	icu: idea(
		'in the intensive care unit|in critically ill adults|in adults receiving intensive care|in an adult ICU|among ICU patients|in intensive therapy units|in critical care units',
		'icu adult',
		'intensive care|critical care|ICU'
	),
	icuMed: idea('in a medical intensive care unit|in medical ICU patients', 'icumed adult', 'intensive care'),
	icuSurg: idea(
		'in surgical intensive care|in a surgical ICU after major operations',
		'icusurg adult surgery',
		'surgical intensive care'
	),
	ventilated: idea(
		'in mechanically ventilated adults|among patients receiving mechanical ventilation',
		'icu ventilation critpatients',
		'mechanical ventilation'
	),
	cardiac: idea(
		'after cardiac surgery|in patients undergoing open-heart surgery',
		'surgcardiac icusurg aged',
		'cardiac surgery'
	),
	hip: idea(
		'after hip fracture surgery|in older people with hip fracture',
		'fracturehip surgortho aged',
		'hip fracture'
	),
	ward: idea(
		'on general medical wards|in hospitalised older adults|in acutely ill inpatients',
		'wards inpatients aged',
		'hospitalised patients'
	),
	emergency: idea(
		'in the emergency department|in patients presenting to emergency departments',
		'emergdept',
		'emergency department'
	),
	longterm: idea('in long-term care|in residents of long-term care facilities', 'longterm aged', 'long-term care'),
	home: idea('at home|in people living in the community|in community-dwelling adults', 'homecare adult', 'community'),
	neonatal: idea(
		'in the newborn intensive care unit|in preterm infants|in newborn intensive care',
		'icuneo newborn',
		'preterm infants'
	),
	child: idea('in children|in a paediatric intensive care unit', 'icupaed child', 'children'),
	recovery: idea('in the recovery room|in the post-anaesthesia care unit', 'recoveryroom', 'recovery room'),
	staff: idea(
		'among hospital nurses|in nurses working rotating shifts|among health staff',
		'nurses shiftwork',
		'nurses'
	),
	rehab: idea('during rehabilitation|in a rehabilitation centre', 'rehabcentre rehab', 'rehabilitation'),
	palliative: idea('in hospice care|near the end of life', 'hospice palliative', 'palliative care'),
	stroke: idea('on a stroke unit|after stroke', 'icustroke stroke', 'stroke'),
	survivors: idea(
		'in survivors of critical illness|after discharge from intensive care',
		'survivors postintensive',
		'survivorship'
	)
} as const;
export type Setting = keyof typeof SETTINGS;

export const ACTIONS = {
	bright: idea(
		'bright light therapy|morning bright light|bright light exposure|a light box of 10 000 lux|timed bright light',
		'brightlight',
		'bright light therapy|light therapy'
	),
	dynamic: idea(
		'dynamic lighting|circadian lighting|a cycled lighting system|lighting that follows the day|tunable ceiling lighting|a biodynamic light ceiling',
		'dynlight',
		'dynamic lighting|circadian lighting'
	),
	daylightRoom: idea(
		'daylight exposure|rooms with windows|natural light at the bedside|a view of the outdoors|window-side beds',
		'daylight windows',
		'daylight|windows'
	),
	blue: idea('blue-enriched white light|short-wavelength light', 'bluelight', 'blue-enriched light'),
	dawn: idea('simulated dawn|an artificial dawn signal', 'dawnsim', 'dawn simulation'),
	dimNight: idea(
		'dimmed lights at night|darkness at night|reduced night-time illumination',
		'nightlight darkness',
		'night-time light'
	),
	oddLight: idea(
		'exposure to 5000 lux at the bedside from 09.00 to 11.00|a luminous ceiling panel|higher daytime illuminance|photic stimulation in the morning',
		'lighting photoperiod',
		'illuminance'
	),
	skinlamp: idea('narrow-band ultraviolet treatment|phototherapy of the skin', 'skinlight skin', 'ultraviolet'),
	jaundice: idea('intermittent phototherapy|light-emitting diode phototherapy', 'neonatlight ledlight', 'phototherapy'),
	earplug: idea('earplugs and eye masks|earplugs at night', 'earplugs eyemasks', 'earplugs|eye masks'),
	noise: idea(
		'a noise reduction programme|quiet time on the unit|sound-activated feedback',
		'noise clustercare',
		'noise'
	),
	sleepBundle: idea('a sleep promotion protocol|a bundle to promote sleep', 'sleepcare multicomp', 'sleep promotion'),
	bundle: idea(
		'a multicomponent bundle|an interprofessional care bundle',
		'multicomp mobilisation reorient',
		'care bundle'
	),
	mobil: idea('early mobilisation|early rehabilitation', 'mobilisation', 'early mobilisation'),
	family: idea('flexible family visiting|family participation in care', 'visiting familycare', 'family'),
	music: idea('recorded music|patient-selected music', 'musicther', 'music'),
	scent: idea('lavender scent|inhaled essential oils', 'aroma', 'aromatherapy'),
	reorient: idea('structured reorientation|family-voice reorientation', 'reorient', 'reorientation'),
	cognitive: idea('cognitive stimulation|computerised cognitive training', 'cogstim', 'cognitive stimulation'),
	dexmed: idea('dexmedetomidine|nocturnal dexmedetomidine', 'alpha2', 'dexmedetomidine'),
	haloperidol: idea('low-dose haloperidol|prophylactic haloperidol', 'haloperidol', 'haloperidol'),
	melatonin: idea('melatonin|enteral melatonin at night|a melatonin receptor agonist', 'melatonin', 'melatonin'),
	lightSed: idea('light sedation|a light sedation target|minimal sedation', 'sedationlight', 'sedation'),
	sedBreak: idea('daily interruption of sedation|spontaneous awakening trials', 'sedbreak', 'sedation interruption'),
	benzo: idea('benzodiazepine exposure|continuous midazolam infusion', 'benzos', 'benzodiazepines'),
	opioid: idea('opioid-sparing pain relief|regional pain relief', 'analgesia opioids', 'analgesia'),
	niv: idea('noninvasive ventilation|high-flow nasal oxygen', 'ventnoninv', 'noninvasive ventilation'),
	wean: idea('protocol-led weaning|automated weaning', 'weaning', 'weaning'),
	restraint: idea('physical restraint|a restraint reduction programme', 'restraint', 'physical restraint'),
	vr: idea('virtual reality sessions|immersive nature scenes', 'vr', 'virtual reality'),
	education: idea('an education programme for staff|bedside teaching', 'educationstaff', 'education'),
	screening: idea('routine delirium screening|a bedside delirium tool', 'delscreen', 'delirium screening'),
	nutrition: idea('early enteral nutrition|intermittent feeding', 'nutritionsupp', 'nutrition'),
	telemed: idea('telemedicine follow-up|video consultation', 'telemed', 'telemedicine'),
	discharge: idea('structured discharge planning|a follow-up clinic', 'dischargeplan', 'discharge planning'),
	singleRoom: idea('single rooms|moving to single-bed rooms', 'singleroom hospdesign', 'single rooms'),
	palliativeCare: idea('early palliative care|palliative consultation', 'palliative', 'palliative care'),
	antibiotics: idea('shorter courses of antibiotics|procalcitonin-guided antibiotics', 'antibact', 'antibiotics'),
	hearing: idea('hearing aids and glasses|sensory aids', 'hearingaid glasses', 'sensory aids'),
	shift: idea('slowly rotating shifts|strategic napping on night duty', 'shiftwork', 'shift work')
} as const;
export type Action = keyof typeof ACTIONS;

export const OUTCOMES = {
	delirium: idea(
		'delirium|the incidence of delirium|incident delirium|delirium-free days|acute confusion',
		'delirium',
		'delirium'
	),
	deliriumIcu: idea(
		'ICU delirium|delirium during intensive care|the incidence of delirium|delirium- and coma-free days',
		'deliriumicu',
		'delirium'
	),
	deliriumPost: idea('postoperative delirium|delirium after surgery', 'deliriumpost', 'postoperative delirium'),
	emergence: idea('emergence agitation|emergence delirium', 'deliriumwaking', 'emergence delirium'),
	oddDelirium: idea(
		'ICU psychosis|acute brain dysfunction|days with a clouded mind|brain failure at the bedside',
		'confusion',
		'brain dysfunction'
	),
	agitation: idea('agitation|restlessness', 'agitation', 'agitation'),
	sleep: idea('sleep quality|total sleep time|sleep efficiency|self-rated sleep', 'sleepquality', 'sleep'),
	sleepFragment: idea('sleep fragmentation|awakenings at night', 'sleepfragment', 'sleep'),
	circadian: idea(
		'circadian rhythm|melatonin secretion profiles|rest-activity rhythm',
		'circadian',
		'circadian rhythm'
	),
	cognition: idea('long-term cognition|cognitive function at six months', 'cogaftercrit', 'cognition'),
	dementia: idea('behavioural symptoms in dementia|agitated behaviour in dementia', 'dementia agitation', 'dementia'),
	mood: idea('low mood|mood scores', 'lowmood', 'mood'),
	anxiety: idea('anxiety|state anxiety', 'anxiety', 'anxiety'),
	stress: idea('posttraumatic stress symptoms|distressing memories', 'stresspost', 'posttraumatic stress'),
	stay: idea('length of stay|days in intensive care', 'lengthstay', 'length of stay'),
	mortality: idea('hospital mortality|ninety-day survival', 'deathhosp', 'mortality'),
	vent: idea('duration of mechanical ventilation|ventilator-free days', 'ventilation', 'mechanical ventilation'),
	pneumonia: idea('ventilator-associated pneumonia|pneumonia rates', 'pneumoniavent', 'pneumonia'),
	weakness: idea('muscle strength|intensive-care acquired weakness', 'neuropcrit', 'weakness'),
	pain: idea('pain intensity|postoperative pain', 'painpost', 'pain'),
	falls: idea('falls|fall rates', 'falls', 'falls'),
	function: idea('functional decline|independence in daily activities', 'functdecline', 'function'),
	qol: idea('quality of life|health-related quality of life', 'qol', 'quality of life'),
	satisfaction: idea('satisfaction with care|family satisfaction', 'satisfaction', 'satisfaction'),
	bilirubin: idea('serum bilirubin|need for exchange transfusion', 'neonatlight', 'bilirubin'),
	growth: idea('weight gain|feeding tolerance', 'newborn', 'growth'),
	extub: idea('unplanned extubation|self-extubation', 'selfextub', 'extubation'),
	skinScore: idea('skin lesion scores|itching', 'skin', 'skin'),
	fatigue: idea('fatigue on night shift|alertness', 'wakefulness', 'fatigue'),
	noiseLevel: idea('sound levels|alarm rates', 'noisemeasure alarms', 'noise'),
	cost: idea('costs|cost per patient', 'costs', 'costs'),
	staffTime: idea('nursing workload|time at the bedside', 'workload', 'workload'),
	sepsisBrain: idea('sepsis-associated encephalopathy|brain dysfunction in sepsis', 'encephsepsis', 'sepsis')
} as const;
export type Outcome = keyof typeof OUTCOMES;

export interface Topic {
	readonly actions: readonly Action[];
	readonly outcomes: readonly Outcome[];
	readonly settings: readonly Setting[];
	/** Works per thousand. */
	readonly share: number;
}

const topic = (share: number, actions: string, outcomes: string, settings: string): Topic => ({
	share,
	actions: actions.split(' ') as Action[],
	outcomes: outcomes.split(' ') as Outcome[],
	settings: settings.split(' ') as Setting[]
});

/** Which actions, outcomes and settings go together. */
export const TOPICS: readonly Topic[] = [
	topic(22, 'bright dynamic daylightRoom blue dimNight', 'sleep circadian mood fatigue', 'home staff ward longterm'),
	topic(10, 'bright dynamic daylightRoom', 'dementia sleep', 'longterm home'),
	topic(14, 'bright dynamic daylightRoom dimNight', 'sleep sleepFragment circadian stay', 'icu icuMed ventilated'),
	topic(10, 'bright daylightRoom', 'deliriumPost sleep', 'hip ward'),
	topic(18, 'jaundice', 'bilirubin growth', 'neonatal'),
	topic(12, 'dynamic dimNight', 'growth circadian', 'neonatal'),
	topic(12, 'skinlamp', 'skinScore qol cost', 'home'),
	topic(60, 'dexmed haloperidol melatonin', 'deliriumIcu stay mortality vent', 'icu ventilated icuSurg'),
	topic(48, 'bundle reorient family cognitive', 'deliriumIcu stay cognition', 'icu icuMed icuSurg'),
	topic(40, 'earplug noise sleepBundle', 'sleep deliriumIcu sleepFragment noiseLevel', 'icu icuMed ventilated'),
	topic(46, 'lightSed sedBreak benzo', 'vent deliriumIcu mortality extub', 'ventilated icu'),
	topic(38, 'dexmed melatonin haloperidol opioid', 'deliriumPost pain stay', 'hip cardiac recovery'),
	topic(24, 'dexmed music family', 'emergence anxiety pain', 'child recovery'),
	topic(40, 'screening education', 'deliriumIcu delirium staffTime', 'icu ward emergency'),
	topic(34, 'bundle hearing reorient family', 'delirium falls function', 'ward emergency hip'),
	topic(46, 'mobil', 'weakness vent function stay', 'icu ventilated survivors'),
	topic(44, 'niv wean', 'vent mortality pneumonia', 'ventilated icuMed emergency'),
	topic(34, 'antibiotics', 'pneumonia mortality stay', 'icu ventilated'),
	topic(34, 'nutrition', 'mortality weakness stay', 'icu icuMed'),
	topic(38, 'music scent vr', 'anxiety pain sleep', 'icu cardiac recovery palliative'),
	topic(34, 'telemed discharge', 'qol stress cognition function', 'survivors home'),
	topic(30, 'palliativeCare family', 'satisfaction qol stress', 'icu palliative'),
	topic(30, 'restraint education', 'agitation extub satisfaction', 'icu longterm'),
	topic(30, 'shift education', 'fatigue sleep satisfaction', 'staff'),
	topic(30, 'mobil cognitive telemed', 'function qol falls', 'stroke rehab home'),
	topic(26, 'singleRoom noise', 'satisfaction falls staffTime sleep', 'ward icu'),
	topic(26, 'nutrition hearing discharge', 'falls function qol', 'ward longterm home'),
	topic(24, 'opioid music', 'pain stay satisfaction', 'cardiac hip recovery'),
	topic(24, 'lightSed benzo', 'cognition stress mortality', 'survivors ventilated'),
	topic(22, 'antibiotics screening', 'sepsisBrain mortality', 'icu emergency'),
	topic(22, 'melatonin shift', 'sleep circadian fatigue', 'staff home ward'),
	topic(28, 'cognitive music scent', 'dementia anxiety mood', 'longterm home')
];

export interface Design {
	readonly name: string;
	readonly opening: readonly string[];
	readonly notions: readonly string[];
	readonly type: string | null;
	readonly share: number;
}

export const DESIGNS: readonly Design[] = [
	{
		name: 'a randomised controlled trial',
		opening: ['We randomly assigned', 'In this parallel-group trial we allocated'],
		notions: ['rct'],
		type: 'randomised trial',
		share: 22
	},
	{
		name: 'a pilot randomised trial',
		opening: ['In a pilot trial we randomised'],
		notions: ['rct', 'pilot'],
		type: 'randomised trial',
		share: 8
	},
	{
		name: 'a before-and-after study',
		opening: ['We compared two periods with', 'Before and after the change we followed'],
		notions: ['beforeafter'],
		type: 'comparative study',
		share: 14
	},
	{
		name: 'a prospective cohort study',
		opening: ['We followed a cohort of', 'We prospectively observed'],
		notions: ['cohort'],
		type: 'observational study',
		share: 16
	},
	{
		name: 'a retrospective cohort study',
		opening: ['We reviewed the charts of', 'From an electronic register we drew'],
		notions: ['cohort'],
		type: 'observational study',
		share: 12
	},
	{
		name: 'a cross-sectional survey',
		opening: ['We surveyed', 'A questionnaire was sent to'],
		notions: ['crosssect'],
		type: 'survey',
		share: 8
	},
	{
		name: 'a qualitative study',
		opening: ['We interviewed', 'In semi-structured interviews we spoke with'],
		notions: ['qualitative'],
		type: 'qualitative study',
		share: 6
	},
	{
		name: 'a systematic review',
		opening: ['We searched five databases and included studies of', 'We pooled studies with a total of'],
		notions: ['reviewsys'],
		type: 'review',
		share: 8
	},
	{
		name: 'a quality improvement project',
		opening: ['Over eighteen months our team cared for'],
		notions: ['qualityimp'],
		type: 'report',
		share: 6
	}
];
