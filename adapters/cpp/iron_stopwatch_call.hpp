// A function as it is, called by the Iron Stopwatch adapter for C++17 and later: the tool writes the source
// that includes this and names the function. The text of inputs and answers is described in
// docs/problem-file.md.
#ifndef IRON_STOPWATCH_CALL_HPP
#define IRON_STOPWATCH_CALL_HPP

#include "iron_stopwatch.hpp"

#include <array>
#include <limits>
#include <string_view>
#include <tuple>
#if __has_include(<span>) && __cplusplus >= 202002L
#include <span>
#endif

namespace iron_stopwatch {

// Types as the problem file says them.
struct Int {};
struct Real {};
struct Text {};
struct Truth {};
template <class T>
struct ListOf {};
template <class A, class B>
struct PairOf {};

// What a parameter's value is kept in: a view's own text or list.
template <class T>
struct KeptIn {
    using type = T;
};
template <>
struct KeptIn<std::string_view> {
    using type = std::string;
};
template <>
struct KeptIn<const char *> {
    using type = std::string;
};
#ifdef __cpp_lib_span
template <class T>
struct KeptIn<std::span<T>> {
    using type = std::vector<std::remove_const_t<T>>;
};
template <class T>
constexpr bool is_view = false;
template <class T>
constexpr bool is_view<std::span<const T>> = true;
#else
template <class T>
constexpr bool is_view = false;
#endif
template <class Parameter>
using Kept = typename KeptIn<std::remove_cv_t<std::remove_reference_t<Parameter>>>::type;

template <class T, class = void>
struct IsList : std::false_type {};
template <class T>
struct IsList<T, std::void_t<typename T::value_type,
                             decltype(std::declval<T &>().push_back(std::declval<typename T::value_type>()))>>
    : std::bool_constant<!std::is_same_v<T, std::string>> {};

template <class T>
struct IsPair : std::false_type {};
template <class A, class B>
struct IsPair<std::pair<A, B>> : std::true_type {};
template <class A, class B>
struct IsPair<std::tuple<A, B>> : std::true_type {};
template <class A>
struct IsPair<std::array<A, 2>> : std::true_type {};

// Whether a type of C++ can hold what the problem file says.
template <class T, class Said>
struct Fits : std::false_type {};
template <class T>
struct Fits<T, Int> : std::bool_constant<std::is_integral_v<T> && !std::is_same_v<T, bool>> {};
template <class T>
struct Fits<T, Real> : std::is_floating_point<T> {};
template <class T>
struct Fits<T, Text> : std::bool_constant<std::is_same_v<T, std::string> || std::is_same_v<T, char>> {};
template <class T>
struct Fits<T, Truth> : std::is_same<T, bool> {};
template <class T, class Said>
struct Fits<T, ListOf<Said>> {
    template <class L>
    static constexpr bool of_elements() {
        if constexpr (IsList<L>::value)
            return Fits<typename L::value_type, Said>::value;
        else
            return false;
    }
    static constexpr bool value = of_elements<T>();
};
template <class T, class A, class B>
struct Fits<T, PairOf<A, B>> {
    template <class P>
    static constexpr bool of_parts() {
        if constexpr (IsPair<P>::value)
            return Fits<std::tuple_element_t<0, P>, A>::value && Fits<std::tuple_element_t<1, P>, B>::value;
        else if constexpr (IsList<P>::value) // of two
            return Fits<typename P::value_type, A>::value && Fits<typename P::value_type, B>::value;
        else
            return false;
    }
    static constexpr bool value = of_parts<T>();
};

// Values one after the other, each on lines of its own.
class ValueReader {
  public:
    explicit ValueReader(std::istream &in) : in_(in) {}

    template <class T, class Said>
    T value(Said) {
        if constexpr (std::is_same_v<Said, Int> || std::is_same_v<Said, Real>) {
            if constexpr (sizeof(T) == 1) {
                long long wide = 0;
                number(wide);
                return static_cast<T>(wide);
            } else {
                T one{};
                number(one);
                return one;
            }
        } else if constexpr (std::is_same_v<Said, Truth>) {
            std::string word;
            number(word);
            return word == "true";
        } else {
            const std::string text = line();
            if constexpr (std::is_same_v<T, char>)
                return text.size() == 1 ? text[0] : throw Malformed("a char takes a text of one letter");
            else
                return text;
        }
    }
    template <class T, class Element>
    T value(ListOf<Element>) {
        std::size_t count = 0;
        number(count);
        T list{};
        if constexpr (IsReserved<T>::value) list.reserve(count);
        for (std::size_t i = 0; i < count; ++i)
            list.push_back(value<typename T::value_type>(Element{}));
        return list;
    }
    template <class T, class A, class B>
    T value(PairOf<A, B>) {
        if constexpr (IsPair<T>::value) {
            auto first = value<std::tuple_element_t<0, T>>(A{});
            auto second = value<std::tuple_element_t<1, T>>(B{});
            return T{std::move(first), std::move(second)};
        } else {
            T both{};
            both.push_back(value<typename T::value_type>(A{}));
            both.push_back(value<typename T::value_type>(B{}));
            return both;
        }
    }

  private:
    struct Malformed : std::exception {
        explicit Malformed(const char *what) : text(what) {}
        const char *what() const noexcept override { return text; }
        const char *text;
    };
    template <class T, class = void>
    struct IsReserved : std::false_type {};
    template <class T>
    struct IsReserved<T, std::void_t<decltype(std::declval<T &>().reserve(1))>> : std::true_type {};

    template <class T>
    void number(T &one) {
        if (!(in_ >> one)) throw Malformed("the input holds a number that the parameter's type can't");
        within_line_ = true;
    }
    std::string line() {
        std::string text;
        if (within_line_) std::getline(in_, text); // what is left of it
        within_line_ = false;
        std::getline(in_, text);
        return text;
    }

    std::istream &in_;
    bool within_line_ = false;
};

template <class Said>
constexpr bool is_one_word =
    std::is_same_v<Said, Int> || std::is_same_v<Said, Real> || std::is_same_v<Said, Truth>;

template <class T, class Said>
void write_word(std::ostream &out, const T &value, Said) {
    if constexpr (std::is_same_v<Said, Truth>)
        out << (value ? "true" : "false");
    else if constexpr (std::is_same_v<Said, Int> && sizeof(T) == 1)
        out << static_cast<int>(value);
    else if constexpr (std::is_same_v<Said, Real>) {
        out.precision(std::numeric_limits<T>::max_digits10);
        out << value;
    } else
        out << value;
}
template <class T, class Said>
void write_value(std::ostream &out, const T &value, Said said) {
    write_word(out, value, said);
    out << '\n';
}
template <class T, class Element>
void write_value(std::ostream &out, const T &list, ListOf<Element>) {
    out << list.size() << '\n';
    const char *between = "";
    for (const auto &element : list)
        if constexpr (is_one_word<Element>) {
            out << between;
            write_word<typename T::value_type>(out, element, Element{});
            between = " ";
        } else
            write_value(out, element, Element{});
    if constexpr (is_one_word<Element>) out << '\n';
}
template <class T, class A, class B>
void write_value(std::ostream &out, const T &both, PairOf<A, B>) {
    if constexpr (IsPair<T>::value) {
        write_value(out, std::get<0>(both), A{});
        write_value(out, std::get<1>(both), B{});
    } else {
        write_value(out, both[0], A{});
        write_value(out, both[1], B{});
    }
}

// A function's parameters; of a member function those behind its object.
template <class F>
struct Signature;
template <class R, class... P>
struct Signature<R (*)(P...)> {
    using Returned = R;
    using Parameters = std::tuple<P...>;
    template <class... A>
    static R call(R (*function)(P...), A &&...arguments) {
        return function(static_cast<A &&>(arguments)...);
    }
};
template <class R, class... P>
struct Signature<R (*)(P...) noexcept> : Signature<R (*)(P...)> {};
template <class R, class C, class... P>
struct Signature<R (C::*)(P...)> {
    using Returned = R;
    using Parameters = std::tuple<P...>;
    template <class... A>
    static R call(R (C::*function)(P...), A &&...arguments) {
        C object{};
        return (object.*function)(static_cast<A &&>(arguments)...);
    }
};
template <class R, class C, class... P>
struct Signature<R (C::*)(P...) const> : Signature<R (C::*)(P...)> {
    template <class... A>
    static R call(R (C::*function)(P...) const, A &&...arguments) {
        const C object{};
        return (object.*function)(static_cast<A &&>(arguments)...);
    }
};
template <class R, class C, class... P>
struct Signature<R (C::*)(P...) noexcept> : Signature<R (C::*)(P...)> {};
template <class R, class C, class... P>
struct Signature<R (C::*)(P...) const noexcept> : Signature<R (C::*)(P...) const> {};

template <class Tuple>
struct KeptOf;
template <class... P>
struct KeptOf<std::tuple<P...>> {
    using type = std::tuple<Kept<P>...>;
    // Nothing that it is given can change.
    static constexpr bool untouched =
        ((std::is_scalar_v<std::decay_t<P>> || std::is_same_v<std::decay_t<P>, std::string_view> ||
          is_view<std::decay_t<P>> ||
          (std::is_reference_v<P> && std::is_const_v<std::remove_reference_t<P>>)) &&
         ...);
};

// `Said`: a tuple of what the problem file says of each argument. `said_in`: the argument that it answers
// through, or -1; a function that returns such an answer answers by that.
template <auto function, class Said, class SaidAnswer, int said_in>
struct CalledProgram {
    using It = Signature<decltype(function)>;
    using Parameters = typename It::Parameters;
    static constexpr std::size_t count = std::tuple_size_v<Said>;
    static_assert(std::tuple_size_v<Parameters> == count,
                  "'call' gives the function another number of arguments than it takes");
    using Input = typename KeptOf<Parameters>::type;
    static_assert(
        said_in >= 0 || !std::is_void_v<typename It::Returned>,
        "the function returns nothing: in 'call', write the argument that it answers through behind '->'");

    template <std::size_t... I>
    static constexpr bool all_fit(std::index_sequence<I...>) {
        return (Fits<std::tuple_element_t<I, Input>, std::tuple_element_t<I, Said>>::value && ...);
    }
    static_assert(all_fit(std::make_index_sequence<count>{}),
                  "the types that 'call' says do not fit the function's parameters");
    static constexpr bool returns_it() {
        if constexpr (std::is_void_v<typename It::Returned>)
            return false;
        else
            return Fits<typename KeptIn<std::decay_t<typename It::Returned>>::type, SaidAnswer>::value;
    }
    static constexpr int answers_in = returns_it() ? -1 : said_in;
    template <int at>
    static constexpr bool can_answer_through() {
        if constexpr (at >= 0) // where it has a view of what is kept, by value too
            return std::is_lvalue_reference_v<std::tuple_element_t<at, Parameters>> ||
                   !std::is_same_v<std::tuple_element_t<at, Input>,
                                   std::decay_t<std::tuple_element_t<at, Parameters>>>;
        else
            return true;
    }
    static_assert(can_answer_through<answers_in>(),
                  "the function has a copy of the argument that 'call' says it answers through");
    template <int at>
    static auto answer_type() {
        if constexpr (at >= 0)
            return KeptIn<std::tuple_element_t<at, Input>>{};
        else
            return KeptIn<std::decay_t<typename It::Returned>>{};
    }
    using Answer = typename decltype(answer_type<answers_in>())::type;
    static_assert(Fits<Answer, SaidAnswer>::value,
                  "the answer that 'call' says does not fit what the function returns");

    static constexpr bool takes_const = answers_in < 0 && KeptOf<Parameters>::untouched;
    static constexpr bool takes_moved = false;
    static constexpr bool can_copy = true;

    static Input call_read(std::istream &in) { return read_all(in, std::make_index_sequence<count>{}); }
    static Input call_copy(const Input &input) { return input; }
    static void call_write(std::ostream &out, Answer &answer) { write_value(out, answer, SaidAnswer{}); }
    template <class I>
    static Answer call_solve(I &&input) {
        return called(input, std::make_index_sequence<count>{});
    }
    static Answer solve_by_hand(Input &input) { return call_solve(input); }

  private:
    template <std::size_t... I>
    static Input read_all(std::istream &in, std::index_sequence<I...>) {
        ValueReader reader(in);
        return Input{
            reader.template value<std::tuple_element_t<I, Input>>(std::tuple_element_t<I, Said>{})...};
    }
    // By value: moved from the copy that is this call's own.
    template <class P, class K>
    static decltype(auto) passed(K &kept) {
        if constexpr (std::is_same_v<std::decay_t<P>, const char *>)
            return kept.c_str();
        else if constexpr (std::is_lvalue_reference_v<P> || std::is_const_v<K> ||
                           !std::is_same_v<K, std::decay_t<P>>) // a view of it
            return (kept);
        else
            return std::move(kept);
    }
    template <class I, std::size_t... At>
    static Answer called(I &input, std::index_sequence<At...>) {
        if constexpr (answers_in >= 0) {
            It::call(function, passed<std::tuple_element_t<At, Parameters>>(std::get<At>(input))...);
            return std::move(std::get<static_cast<std::size_t>(answers_in)>(input));
        } else
            return It::call(function, passed<std::tuple_element_t<At, Parameters>>(std::get<At>(input))...);
    }
};

} // namespace iron_stopwatch

#endif
