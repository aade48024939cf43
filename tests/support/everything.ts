import { COMPONENT_KINDS, ELECTRODE_METHODS } from '@/core/installation/installation'
import { aCircuit, aDataRun, aFitUnit, aLoad, aRun, anElectrode, house } from './house'
import { aTask } from './tasks'

/** A house with at least one thing of every family. */
export const everything = () =>
  house({
    testDepth: 'full',
    components: COMPONENT_KINDS.map((kind) => ({
      id: kind,
      tag: kind,
      kind,
      name: kind,
      model: 'Made-up',
      minimumFirmware: null,
      warrantyUntil: null,
      libraryRevisionId: null,
      bendingMm: null,
      terminalSize: null,
    })),
    electrodes: ELECTRODE_METHODS.map((method, k) => anElectrode({ id: `e${k + 1}`, tag: `e${k + 1}`, method })),
    circuits: [
      aCircuit({ tag: 'c1', torqueNm: 2, residualType: 'B' }),
      aCircuit({ id: 'k2', tag: 'c2', iDeltaNMa: null }),
    ],
    runs: [aRun({ tag: 'w1', from: 'Somewhere', to: 'Board', extraM: 2 })],
    loads: [aLoad({ tag: 'fridge', mustStayOn: true })],
    fit: [aFitUnit({ componentTag: 'inverter' }), aTask('t1'), aDataRun()],
    survey: [
      {
        id: 'o',
        kind: 'existingBattery',
        tag: 'old1',
        name: 'Cellar battery',
        detail: { capacityWh: 5000, limitW: 2500, ctPlace: 'gridPoint', reactsInS: 2, deadbandW: 0 },
      },
      {
        id: 'f',
        kind: 'arrayFace',
        tag: 'face1',
        name: 'South',
        detail: { peakW: 4000, tiltDeg: 35, azimuthDeg: 180 },
      },
      {
        id: 'p',
        kind: 'pvSystem',
        tag: 'pv1',
        name: 'Roof',
        detail: { coupling: 'dc', modulesInString: 10, moduleVocV: 40, moduleIscA: 10, backGain: 0 },
      },
      {
        id: 'v',
        kind: 'vehicleCharger',
        tag: 'ev1',
        name: 'Drive charger',
        detail: {
          ratingW: 7000,
          phase: 'L1',
          side: 'island',
          detects6mADc: true,
          givesW: 3000,
          givesWhen: 'afterBattery',
        },
      },
      {
        id: 'v2',
        kind: 'vehicleCharger',
        tag: 'ev2',
        name: 'Yard charger',
        detail: { ratingW: 7000, phase: 'L1', side: 'island', detects6mADc: true, givesW: 2000 },
      },
    ] as never,
  })
