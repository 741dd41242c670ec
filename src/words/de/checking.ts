import type { say } from '../checking';
import type { TranslationOf } from '../speak';

export const checking: TranslationOf<typeof say> = {
  hostIs: '{$host} ist {$addresses}',
  portIsOpen: 'Port {$port} ist offen',
  greetedBy: 'Begrüßt von {$name}',
  canBeRead: 'Nicht angeboten: Gesendetes ist unterwegs lesbar',
  offeredAre: 'Angeboten: {$ways}',
  signedInAs: 'Angemeldet als {$user} mit {$method}',
  maySendAs: 'Darf als {$sender} senden',
  takesUpTo: 'Nimmt Nachrichten bis {$n :integer} MB',
  takesInternational: 'Nimmt internationale Adressen',
  takenFor: 'Angenommen für {$to}: {$answer}',
  certificateFor: '{$protocol}, Zertifikat für {$names}',
  validUntil: 'Gültig bis {$date}',
  validUntilSoon:
    '.input {$n :integer} .match $n one {{Gültig bis {$date}: noch {$n} Tag}} * {{Gültig bis {$date}: noch {$n} Tage}}',
  signedBy: 'Unterschrieben von {$names}',
  namesItsService: '{$domain} nennt den Dienst zum Einliefern im DNS (SRV).',
  namesNoService: '{$domain} nennt im DNS keinen Dienst zum Einliefern (SRV).',
  mailTakenBy: 'Ihre Mail nimmt {$servers} an (MX).',
  noServerTakesMail: 'Kein Server nimmt ihre Mail an (MX).',
  answersCode: 'antwortet {$code}',
  offersNoStarttls: 'bietet kein STARTTLS',
  isPrivate: 'liegt in einem privaten Netz',
  hasNoAddress: 'hat keine Adresse',
  doesNotListen: 'nimmt keine Verbindung an',
  doesNotAnswer: 'antwortet nicht',
};
