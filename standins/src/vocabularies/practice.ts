/** Nursing, methods, people, places and machines of everyday care: written out, since rules would make them dull. */
import type { Notion } from './notion.ts';

/** `kind id under | learned names | plain names | where: s Skerry, t Tidewater, c Corran` */
const PRACTICE = `
nursing bathing nursingcare|Patient Hygiene; Ablution|Washing and Bathing; Bed Baths|st
nursing mouthcare nursingcare|Oral Hygiene; Dental Toilet|Mouth Care; Cleaning Teeth and Dentures|stc
nursing turning nursingcare|Postural Repositioning; Decubital Turning|Turning Patients; Changing Position in Bed|stc
nursing feeding nursingcare|Assisted Alimentation|Helping with Meals; Feeding Patients|st
nursing fluids nursingcare|Hydration Surveillance; Fluid Balance|Drinking Enough; Fluid Charts|stc
nursing continence nursingcare|Continence Management; Micturition Training|Staying Dry; Going to the Toilet|stc
nursing catheterdrain catheters|Urethral Catheterisation; Vesical Drainage|Bladder Tubes; Draining the Bladder by Tube|stc
nursing bowelcare nursingcare|Defaecation Management|Bowel Care; Keeping Regular|t
nursing stoma nursingcare|Enterostomy Management; Stomal Appliances|Looking after a Stoma; Stoma Bags|stc
nursing woundcare nursingcare|Vulnerary Management; Wound Debridement|Wound Care; Dressing Wounds|stc
nursing dressings equipment|Occlusive Bandages; Hydrocolloids|Dressings; Plasters and Bandages|stc
nursing pressurecare nursingcare|Decubitus Prophylaxis|Caring for Skin under Pressure; Bed Sore Watch|st
nursing footcare nursingcare|Podologic Management|Foot Care; Cutting Toenails|t
nursing eyecare nursingcare|Ocular Surface Protection|Eye Care for Patients Who Cannot Blink|t
nursing suction nursingcare|Endotracheal Aspiration; Secretion Clearance|Suctioning; Clearing the Tube|stc
nursing tracheostomy nursingcare|Tracheostomy Management; Cannula Exchange|Caring for a Neck Breathing Tube|stc
nursing oxygencare treat|Oxygen Inhalation; Normobaric Oxygenation|Giving Oxygen; Nose Prongs|stc
nursing injections drugther|Parenteral Administration; Hypodermic Technique|Giving Injections; Needles|stc
nursing infusion drugther|Intravenous Infusion; Venoclysis|Setting up Drips; Drip Sites|stc
nursing venepuncture assess|Phlebotomy; Venous Sampling|Taking Blood; Blood Tests|stc
nursing cannula catheters|Venous Cannulation|Small Tubes in a Vein; Needle Sites|stc
nursing centralline catheters|Central Venous Catheterisation|Lines near the Heart|sc
nursing transfusion treat|Haemotherapy; Erythrocyte Transfusion|Giving Blood; Blood Bags|stc
nursing medround drugther|Medication Administration|Medicine Rounds; Handing out Tablets|t
nursing mederror care|Medication Misadventure; Prescribing Error|Mistakes with Medicines; Wrong Dose|stc
nursing adherence treat|Therapeutic Compliance; Regimen Adherence|Taking Medicines as Told|stc
nursing handover care|Shift Report; Interprofessional Transfer Report|Handing over; Passing on at Shift Change|stc
nursing records care|Clinical Documentation; Chart Keeping|Writing Notes; Keeping Records|stc
nursing bedside care|Ward Rounds; Bedside Rounds|Going Round the Beds|st
nursing intentional nursingcare|Scheduled Surveillance Rounds|Hourly Rounding; Looking in Every Hour|t
nursing callbell equipment|Patient Alert Device|Call Bells; Ringing for the Nurse|t
nursing bedrails equipment|Lateral Bed Barriers|Bed Rails; Cot Sides|stc
nursing lifting care|Manual Patient Handling; Ergonomic Transfer|Lifting and Moving Patients; Hoists|stc
nursing exercise physicalther|Kinesitherapy; Therapeutic Exertion|Exercise; Keeping Moving|stc
nursing walking physicalther|Gait Training; Ambulation Training|Learning to Walk Again; Walking Aids|stc
nursing breathingex physicalther|Respiratory Gymnastics; Incentive Spirometry|Breathing Exercises; Blowing Games|stc
nursing chestphysio physicalther|Percussion Drainage; Thoracic Vibration|Clapping the Chest|st
nursing heatcold physicalther|Thermotherapy; Cryotherapy|Heat Packs and Ice; Warmth and Cold|stc
nursing water physicalther|Balneotherapy; Hydrotherapy|Baths as Treatment; Exercise in Water|stc
nursing electrostim physicalther|Transcutaneous Electrostimulation|Tingling Pads; Electric Pulses through the Skin|sc
nursing relaxation nondrug|Autogenic Training; Progressive Relaxation|Relaxing; Letting Go of Tension|stc
nursing breathingcalm nondrug|Mindful Attentional Training|Quiet Sitting; Attention to the Breath|stc
nursing distraction nondrug|Attentional Diversion|Taking the Mind off Things; Play at the Bedside|stc
nursing art nondrug|Expressive Creative Treatment|Painting and Making; Art at the Bedside|st
nursing reading nondrug|Bibliotherapy|Reading Aloud; Books for Patients|st
nursing animals nondrug|Animal-Assisted Treatment; Zootherapy|Visiting Dogs; Pets on the Ward|stc
nursing gardens places|Horticultural Treatment; Therapeutic Landscapes|Gardens for Patients; Green Courtyards|stc
nursing diary nondrug|Patient Narrative Recording|Bedside Diaries; Writing down Lost Days|stc
nursing talking nursingcare|Therapeutic Communication|Talking with Patients; Listening|st
nursing teachpatient care|Patient Instruction; Health Pedagogy|Teaching Patients; Explaining|stc
nursing selfcare care|Self-Management; Autonomy Support|Looking after Oneself|stc
nursing decisions care|Participatory Decision Making|Deciding Together; Choices in Care|stc
nursing advance palliative|Advance Directives; Anticipatory Planning|Living Wills; Saying Beforehand What One Wants|stc
nursing lastdays palliative|Terminal Sedation; Agonal Management|The Last Days; Sitting with the Dying|st
nursing aftercare palliative|Postmortem Procedures|Care after Death; Laying out|t
nursing spiritual nursingcare|Pastoral Support|Faith and Comfort; Chaplains|st
nursing culture care|Transcultural Competence|Caring across Cultures|st
nursing language care|Linguistic Interpretation Services|Interpreters; Patients Who Speak Another Language|stc
nursing dignity ethics|Respect of Personhood|Dignity; Privacy on the Ward|st
nursing safety care|Patient Safety; Adverse Event Reduction|Keeping Patients Safe; Near Misses|stc
nursing incident care|Critical Incident Reporting|Reporting What Went Wrong|stc
nursing handwash prevention|Hand Antisepsis; Manual Disinfection|Hand Washing; Clean Hands|stc
nursing isolation prevention|Contact Precautions; Source Isolation|Nursing in Isolation; Gowns and Gloves|stc
nursing masks protect|Respiratory Protective Devices; Filtering Facepieces|Face Masks|stc
nursing gloves protect|Surgical Gloves|Gloves|stc
nursing cleaning prevention|Environmental Decontamination; Surface Disinfection|Cleaning Wards; Wiping Surfaces|stc
nursing sharps prevention|Percutaneous Exposure Incident|Needle Stick; Sharp Objects|stc
nursing vaccinestaff prevention|Occupational Immunisation|Jabs for Staff|st
nursing healthvisit homecare|Domiciliary Nursing Consultation|Home Visits by Nurses|st
nursing schoolnurse nursingcare|Educational Health Nursing|School Nurses|t
nursing midwives staff|Obstetric Attendants; Accoucheuses|Midwives|stc
nursing assistants staff|Auxiliary Personnel|Helpers on the Ward; Care Assistants|st
nursing students staff|Trainee Personnel|Student Nurses; Learners|stc
nursing leaders staff|Nursing Administrators|Ward Leaders; Head Nurses|st
nursing physios staff|Kinesitherapists|Movement Therapists|stc
nursing dietitians staff|Nutrition Specialists|Diet Advisers|st
nursing pharmacists staff|Apothecaries; Pharmaceutical Personnel|Pharmacists|stc
nursing volunteers people|Lay Auxiliaries|Volunteers; Friends of the Ward|t
nursing burnout workload|Occupational Exhaustion; Compassion Fatigue|Worn-out Nurses; Burnt out|stc
nursing turnover workload|Personnel Attrition|Nurses Who Leave; Staying in the Job|stc
nursing skillmix workload|Personnel Composition|Who Works with Whom; Skill Mix|st
nursing overtime shiftwork|Extended Work Hours|Overtime; Long Shifts|st
nursing bullying workload|Workplace Incivility|Unkind Colleagues|st
nursing telephone telemed|Telephonic Triage|Advice by Telephone|st
nursing apps telemed|Mobile Health Software|Health Programs on the Telephone|stc
nursing records2 telemed|Electronic Health Recording|Computers at the Bedside|stc
nursing wearable equipment|Ambulatory Biosensors|Sensors on the Body; Wrist Bands|stc
nursing beds equipment|Adjustable Hospital Beds; Alternating Mattresses|Beds and Mattresses|stc
nursing wheelchairs equipment|Mobility Appliances|Wheelchairs|stc
nursing pumps equipment|Infusion Devices; Syringe Drivers|Drip Pumps|stc
nursing thermometer equipment|Thermometric Devices|Thermometers|st
nursing oximeter equipment|Oximetric Devices; Photoplethysmographs|Finger Clips for Oxygen|stc
nursing bloodpressure monitoring|Sphygmomanometry; Arterial Pressure Recording|Taking Blood Pressure|stc
nursing pulse monitoring|Pulse Rate Recording|Feeling the Pulse|st
nursing ecg monitoring|Electrocardiography|Heart Tracing|stc
nursing earlywarning monitoring|Physiologic Track-and-Trigger|Spotting Patients Who Get Worse; Warning Charts|stc
nursing rapidteam resus|Rapid Deployment Crews|Teams That Come Running|stc
nursing painscore ratingscale|Algometry; Nociception Scoring|Asking How Much It Hurts; Pain Charts|stc
nursing fallrisk ratingscale|Fall Propensity Scoring|Who Might Fall; Fall Charts|stc
nursing nutscreen ratingscale|Nutritional Risk Scoring|Weighing Patients; Who Eats Too Little|stc
nursing frailscore ratingscale|Vulnerability Scoring|Frailty Charts|sc
nursing activities ratingscale|Functional Independence Scoring|Washing, Dressing, Eating by Oneself|stc
method interrupted research|Interrupted Time Series; Segmented Regression|Series before and after|sc
method crossover rct|Crossover Allocation Study|Each Treatment in Turn|sc
method blind rct|Masked Allocation; Double Masking|Nobody Knows Who Gets What|sc
method delphi research|Consensus Procedure; Expert Panel Rounds|Asking Experts Again and Again|stc
method focus qualitative|Group Discussion Method|Talking in Groups|stc
method ethnography qualitative|Ethnography; Participant Observation|Being There and Watching|stc
method mixed research|Mixed Methodology|Numbers and Stories Together|stc
method scoping reviewsys|Evidence Mapping|Broad Reviews|stc
method validation research|Psychometrics; Instrument Validity|Does the Scale Measure|stc
method survival research|Survival Analysis; Hazard Modelling|Time until It Happens|sc
method register research|Health Registries; Administrative Datasets|Registers; Records of Whole Countries|stc
method simulation research|Computational Simulation|Models on the Computer|sc
method animalexp research|Animal Experiments; In Vivo Models|Studies in Animals|sc
method invitro research|In Vitro Techniques; Cell Culture|Studies in Glass|sc
method genetics research|Genome Analysis; Hereditary Association|Studies of Genes|sc
method economics costs|Cost Effectiveness Analysis|Value for Money|stc
method screeninglang research|Literature Indexing; Bibliographic Databases|Looking for Articles|sc
person pregnant people|Gravid Subjects; Gestation|Expectant Mothers|stc
person mothers women|Puerperal Subjects|New Mothers|stc
person fathers men|Paternal Subjects|Fathers|t
person parents family|Progenitors|Parents|stc
person siblings family|Fraternal Kin|Brothers and Sisters|t
person preterm newborn|Premature Neonates; Immature Gestational Age|Babies Born Too Soon|stc
person disabled people|Subjects with Impairment|People with Disabilities|stc
person homeless people|Houseless Subjects|People without a Home|st
person migrants people|Displaced Populations|People from Abroad; Newcomers|stc
person rural people|Agrarian Populations|People in the Country|stc
person prisoners people|Incarcerated Subjects|People in Prison|sc
person veterans people|Ex-Military Subjects|Former Soldiers|sc
person workers people|Occupational Cohorts|People at Work|stc
person donors patients|Tissue Donors|Donors|sc
person outpatients patients|Ambulatory Subjects|Patients Who Come and Go|stc
person surgicalpat patients|Operated Subjects|Patients Who Had an Operation|st
person dyingpat patients|Terminal Subjects|Dying Patients|st
`;

export function practiceNotions(): (Notion & { readonly where: string })[] {
	return PRACTICE.trim()
		.split('\n')
		.map((row) => {
			const [head = '', learned = '', plain = '', where = ''] = row.split('|');
			const [kind = '', id = '', under = ''] = head.split(' ');
			return {
				id: `p-${id}`,
				kind: kind as Notion['kind'],
				under: [under],
				learned: learned.split('; '),
				plain: plain.split('; '),
				tidewater: where.includes('t') ? 'own' : 'none',
				where
			};
		});
}
