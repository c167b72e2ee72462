package app.yarrowmark.server.lists;

import app.yarrowmark.server.problems.RuleViolations;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.http.server.ServletServerHttpRequest;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseBodyAdvice;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * Pages and order of every list, alike: {@code page} from 0, {@code size}, and {@code sort} by fields, such as
 * {@code sort=kind,-year}. A list that is asked for without a size comes whole. The answer's {@code Link} header has the next
 * page and the one before, after RFC 8288, and {@code X-Total-Count} says how many there are.
 */
@RestControllerAdvice
public class Lists implements ResponseBodyAdvice<Object> {

    /** Most that a page can have. */
    public static final int LARGEST = 1000;

    /** Header that says how many there are in all. */
    public static final String TOTAL = "X-Total-Count";

    /** Tells whether an operation answers with a list. */
    public static boolean answersList(MethodParameter answer) {
        return List.class.isAssignableFrom(answer.getParameterType()) && elements(answer) != null;
    }

    private static @Nullable Class<?> elements(MethodParameter answer) {
        Class<?> element = answer.nested().getNestedParameterType();
        return element.isRecord() ? element : null;
    }

    @Override
    public boolean supports(MethodParameter answer, Class<? extends HttpMessageConverter<?>> converter) {
        return answersList(answer) || Paged.class.isAssignableFrom(answer.getParameterType());
    }

    @Override
    public @Nullable Object beforeBodyWrite(
            @Nullable Object body,
            MethodParameter answer,
            MediaType type,
            Class<? extends HttpMessageConverter<?>> converter,
            ServerHttpRequest request,
            ServerHttpResponse response) {
        if (body == null
                || request.getMethod() != HttpMethod.GET
                || !(request instanceof ServletServerHttpRequest servlet)) {
            return body;
        }
        if (body instanceof Paged paged) {
            link(request, response, number(servlet, "page", 0, Integer.MAX_VALUE, 0), paged.more());
            return body;
        }
        if (body instanceof List<?> list) {
            return part(list, answer, servlet, response);
        }
        return body;
    }

    private static List<?> part(
            List<?> list, MethodParameter answer, ServletServerHttpRequest request, ServerHttpResponse response) {
        response.getHeaders().set(TOTAL, String.valueOf(list.size()));
        String sort = request.getServletRequest().getParameter("sort");
        Class<?> element = elements(answer);
        List<?> sorted = sort == null || element == null
                ? list
                : list.stream().sorted(order(element, sort)).toList();
        int size = number(request, "size", 1, LARGEST, 0);
        int page = number(request, "page", 0, Integer.MAX_VALUE / LARGEST, 0);
        if (size == 0) {
            if (page > 0) {
                throw new RuleViolations("size", "is missing: pages have as many as it says, 1 to " + LARGEST);
            }
            return sorted;
        }
        int from = Math.min(page * size, sorted.size());
        int to = Math.min(from + size, sorted.size());
        link(request, response, page, to < sorted.size());
        return sorted.subList(from, to);
    }

    private static void link(ServerHttpRequest request, ServerHttpResponse response, int page, boolean more) {
        if (more) {
            response.getHeaders().add(HttpHeaders.LINK, link(request, page + 1, "next"));
        }
        if (page > 0) {
            response.getHeaders().add(HttpHeaders.LINK, link(request, page - 1, "prev"));
        }
    }

    private static String link(ServerHttpRequest request, int page, String which) {
        String address = UriComponentsBuilder.fromUri(request.getURI())
                .replaceQueryParam("page", page)
                .build(true)
                .toUriString();
        return "<" + address + ">; rel=\"" + which + "\"";
    }

    private static int number(ServletServerHttpRequest request, String name, int least, int most, int usual) {
        String text = request.getServletRequest().getParameter(name);
        if (text == null) {
            return usual;
        }
        try {
            int value = Integer.parseInt(text.strip());
            if (value >= least && value <= most) {
                return value;
            }
        } catch (NumberFormatException e) {
            // Told below, as a number out of bounds is.
        }
        throw new RuleViolations(name, "is a whole number from " + least + " to " + most + ", got \"" + text + "\"");
    }

    /** What is equal stays in the order it was in; what has no value comes last either way. */
    private static Comparator<Object> order(Class<?> element, String sort) {
        return Arrays.stream(sort.split(","))
                .map(String::strip)
                .map(by -> by.startsWith("-")
                        ? comparing(element, by.substring(1), Comparator.reverseOrder())
                        : comparing(element, by, Comparator.naturalOrder()))
                .reduce(Comparator::thenComparing)
                .orElseThrow();
    }

    private static Comparator<Object> comparing(Class<?> element, String field, Comparator<Comparable<Object>> order) {
        List<RecordComponent> fields = Arrays.stream(element.getRecordComponents())
                .filter(c -> Comparable.class.isAssignableFrom(c.getType())
                        || c.getType().isPrimitive())
                .toList();
        RecordComponent by = fields.stream()
                .filter(c -> c.getName().equalsIgnoreCase(field))
                .findFirst()
                .orElseThrow(() -> new RuleViolations(
                        "sort",
                        "is one of "
                                + fields.stream().map(RecordComponent::getName).collect(Collectors.joining(", "))
                                + ", with - before it for the last first; got \"" + field + "\""));
        return Comparator.comparing(one -> value(by, one), Comparator.nullsLast(order));
    }

    @SuppressWarnings("unchecked")
    private static @Nullable Comparable<Object> value(RecordComponent by, Object one) {
        try {
            by.getAccessor().setAccessible(true);
            Object value = by.getAccessor().invoke(one);
            return (Comparable<Object>) (value instanceof String text ? text.toLowerCase(Locale.ROOT) : value);
        } catch (IllegalAccessException | InvocationTargetException e) {
            throw new IllegalStateException(e);
        }
    }
}
