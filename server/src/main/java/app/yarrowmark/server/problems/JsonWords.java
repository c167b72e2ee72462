package app.yarrowmark.server.problems;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.exc.StreamConstraintsException;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.exc.InvalidFormatException;
import com.fasterxml.jackson.databind.exc.MismatchedInputException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import com.fasterxml.jackson.databind.exc.ValueInstantiationException;
import java.time.temporal.Temporal;
import java.util.Arrays;
import java.util.Collection;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Says what is wrong with JSON that was sent, in words that need no knowledge of this program's insides. */
public final class JsonWords {

    private static final int LONGEST = 60;

    private JsonWords() {}

    /** Returns one sentence without its place. */
    public static String of(JsonProcessingException e) {
        if (e.getCause() instanceof StreamConstraintsException within) {
            return of(within);
        }
        if (e instanceof StreamConstraintsException tooMuch) {
            String words = tooMuch.getOriginalMessage();
            return words.startsWith("a list") ? words : "a text, a number or the nesting is longer than is read here";
        }
        if (e instanceof UnrecognizedPropertyException unknown) {
            Collection<Object> known = unknown.getKnownPropertyIds();
            return "there is no field \"" + cut(unknown.getPropertyName()) + "\""
                    + (known == null
                            ? ""
                            : "; there are "
                                    + known.stream()
                                            .map(Object::toString)
                                            .sorted()
                                            .collect(Collectors.joining(", ")));
        }
        if (e instanceof InvalidFormatException format) {
            return "\"" + cut(String.valueOf(format.getValue())) + "\" is not " + kind(format.getTargetType());
        }
        if (e instanceof ValueInstantiationException broken
                && broken.getCause() instanceof IllegalArgumentException own) {
            return String.valueOf(own.getMessage());
        }
        if (e instanceof MismatchedInputException mismatch) {
            return "what stands here is not " + kind(mismatch.getTargetType());
        }
        return e instanceof JsonMappingException ? "what stands here cannot be read" : e.getOriginalMessage();
    }

    /** Returns what a value of a type is called, with its article. */
    public static String kind(@Nullable Class<?> type) {
        if (type == null) {
            return "what is expected";
        }
        if (type.isEnum()) {
            return "one of "
                    + Arrays.stream(type.getEnumConstants())
                            .map(Object::toString)
                            .collect(Collectors.joining(", "));
        }
        if (type == long.class || type == Long.class || type == int.class || type == Integer.class) {
            return "a whole number that fits";
        }
        if (type == double.class || type == Double.class) {
            return "a number";
        }
        if (type == boolean.class || type == Boolean.class) {
            return "true or false";
        }
        if (type == String.class) {
            return "a text";
        }
        if (type == UUID.class) {
            return "an id of 32 hexadecimal digits in five groups";
        }
        if (Temporal.class.isAssignableFrom(type)) {
            return "a date or time as ISO 8601 writes it";
        }
        if (type.isArray() || Collection.class.isAssignableFrom(type)) {
            return "a list";
        }
        return type.isRecord() || Map.class.isAssignableFrom(type) ? "an object with fields" : "what is expected";
    }

    private static String cut(String text) {
        return text.length() <= LONGEST ? text : text.substring(0, LONGEST) + "…";
    }
}
