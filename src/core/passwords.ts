import { say } from './words/words';

/** Length is what makes a password hard to guess; no rules of signs. */
export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 200;

/** Long enough and tried first by everyone who guesses. Compared without case, signs and spaces. */
const COMMON = new Set(
  `1234567890 0123456789 0987654321 9876543210 12345678910 123456789a a123456789 1234512345 1122334455 1111111111 0000000000
  1212121212 123123123123 1234567891 123456789123 qwertyuiop qwertyuiop1 qwerty1234 qwerty12345 qwerty123456 1q2w3e4r5t
  1q2w3e4r5t6y 1qaz2wsx3edc qazwsxedcrfv asdfghjkl1 asdfghjkl123 zxcvbnm123 zxcvbnm1234 qwertzuiop azertyuiop password12
  password123 password1234 password12345 passwordpassword mypassword mypassword1 passw0rd123 p4ssw0rd123 letmein1234
  letmein123 welcome123 welcome1234 welcome12345 admin12345 admin123456 administrator iloveyou12 iloveyou123 iloveyou1234
  iloveyou2 football123 football1234 baseball123 basketball superman123 batman1234 princess123 princess12 sunshine123
  sunshine12 michael123 charlie123 jennifer12 changeme123 changeme1234 computer123 internet123 trustno1234 abcdefghij
  abcdefghijk abc1234567 abc12345678 abcd123456 abcd1234567 aaaaaaaaaa aquaponics aquaponics1 aquaponics123 fishfarm123
  fishfarming tilapia123 lettuce1234 greenhouse greenhouse1 greenhouse123 cropcycle1 cropcycle123 monkey1234 dragon1234
  master1234 shadow1234 freedom123 whatever123 starwars123 pokemon123 qwerasdfzxcv poiuytrewq lkjhgfdsa1 mnbvcxz123
  secret1234 secret12345 testtest12 test123456 test1234567 testing123 temporary1 temppassword default123 guest12345
  heronloop quillwater quillwaterfarm kingfisher kingfisherloop correcthorsebatterystaple`
    .split(/\s+/)
    .filter(Boolean),
);

/** Why this is no password for this person, in words, or null. */
export function passwordFault(password: string, known: readonly string[] = []): string | null {
  if (password.length < SHORTEST_PASSWORD || password.length > LONGEST_PASSWORD)
    return say`Between ${SHORTEST_PASSWORD} and ${LONGEST_PASSWORD} characters`;
  const plain = password.toLowerCase().replace(/[^\p{L}\d]/gu, '');
  if (COMMON.has(plain) || new Set(plain).size < 4)
    return say`That is one of the first that anyone would try. A few words of your own are best.`;
  if (known.some((k) => k.length >= 4 && plain === k.toLowerCase().replace(/[^\p{L}\d]/gu, '')))
    return say`That is a name everyone here knows. A few words of your own are best.`;
  return null;
}
