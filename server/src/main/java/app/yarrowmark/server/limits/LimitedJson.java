package app.yarrowmark.server.limits;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.exc.StreamConstraintsException;
import com.fasterxml.jackson.core.io.IOContext;
import com.fasterxml.jackson.core.util.JsonParserDelegate;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import org.springframework.boot.autoconfigure.jackson.Jackson2ObjectMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Reads JSON that callers send with limits that hold while it is read, before anything is made of it. */
@Configuration
class LimitedJson {

    /** Lists of objects, lists or nothing. */
    static final int MOST_OBJECTS = 20_000;
    /** Lists of numbers or texts. */
    static final int MOST_VALUES = 200_000;

    private static final int DEEPEST = 40;
    private static final int LONGEST_TEXT = 11 * 1024 * 1024;
    private static final int LONGEST_NUMBER = 100;
    private static final int LONGEST_NAME = 500;

    @Bean
    Jackson2ObjectMapperBuilderCustomizer limits() {
        return builder -> builder.factory(new Limited());
    }

    /** Numbers of any size are refused by name where they are read, and not by the text's length here. */
    static final class Limited extends JsonFactory {

        Limited() {
            setStreamReadConstraints(StreamReadConstraints.builder()
                    .maxNestingDepth(DEEPEST)
                    .maxStringLength(LONGEST_TEXT)
                    .maxNumberLength(LONGEST_NUMBER)
                    .maxNameLength(LONGEST_NAME)
                    .build());
        }

        @Override
        protected JsonParser _createParser(InputStream in, IOContext context) throws IOException {
            return new Counting(super._createParser(in, context));
        }

        @Override
        protected JsonParser _createParser(Reader in, IOContext context) throws IOException {
            return new Counting(super._createParser(in, context));
        }
    }

    private static final class Counting extends JsonParserDelegate {

        /** By depth, how many entries the list there has had; -1 where it is an object. */
        private final int[] entries = new int[DEEPEST + 2];

        private int depth;

        Counting(JsonParser inner) {
            super(inner);
            entries[0] = -1;
        }

        @Override
        public JsonToken nextToken() throws IOException {
            JsonToken token = super.nextToken();
            count(token);
            return token;
        }

        @Override
        public JsonToken nextValue() throws IOException {
            JsonToken token = nextToken();
            return token == JsonToken.FIELD_NAME ? nextToken() : token;
        }

        @Override
        public JsonParser skipChildren() throws IOException {
            JsonToken token = currentToken();
            if (token == JsonToken.START_OBJECT || token == JsonToken.START_ARRAY) {
                depth--;
            }
            super.skipChildren();
            return this;
        }

        private void count(JsonToken token) throws StreamConstraintsException {
            if (token == null || token == JsonToken.FIELD_NAME) {
                return;
            }
            if (token.isStructEnd()) {
                depth--;
                return;
            }
            if (entries[depth] >= 0) {
                boolean isValue = token.isScalarValue() && token != JsonToken.VALUE_NULL;
                int most = isValue ? MOST_VALUES : MOST_OBJECTS;
                if (++entries[depth] > most) {
                    throw new StreamConstraintsException("a list holds at most " + most + " entries");
                }
            }
            if (token.isStructStart() && depth < DEEPEST) {
                entries[++depth] = token == JsonToken.START_ARRAY ? 0 : -1;
            }
        }
    }
}
