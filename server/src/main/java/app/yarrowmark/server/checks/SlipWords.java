package app.yarrowmark.server.checks;

import app.yarrowmark.core.check.Correction;

/** Says in words what would have gone wrong. */
final class SlipWords {

    private SlipWords() {}

    /** Returns the words for a correction of a typed text. */
    static String of(Correction correction, String typed, String mended) {
        int at = firstDifference(typed, mended);
        return switch (correction.slip()) {
            case TRANSPOSE -> typed.charAt(at) + " and " + typed.charAt(at + 1) + " swapped";
            case DIGIT -> mended.charAt(at) + " read as " + typed.charAt(at);
            case MISSING -> mended.charAt(at) + " left out";
            case EXTRA -> typed.charAt(at) + " too many";
            case DECIMAL -> "point in another place";
            case SWAP -> "two fields exchanged";
        };
    }

    private static int firstDifference(String a, String b) {
        int i = 0;
        while (i < a.length() - 1 && i < b.length() - 1 && a.charAt(i) == b.charAt(i)) {
            i++;
        }
        return i;
    }
}
